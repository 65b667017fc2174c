import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** The repository: tests and scripts run from its root. */
const root = process.cwd();

/** The built application on a port and data folder of its own. */
export class Household {
  readonly folder = mkdtempSync(join(tmpdir(), 'fellmist-e2e-'));
  private server: ChildProcess | undefined;
  private port = 0;
  /** The name under which a proxy would offer it, if any, from the next opening on. */
  name: string | undefined;

  constructor(private readonly demo: boolean) {}

  get url(): string {
    return `http://localhost:${this.port}`;
  }

  /** The same under another name: what another device of the network asks for. */
  urlAs(name: string): string {
    return `http://${name}:${this.port}`;
  }

  /** The server's process, for what it takes. */
  get pid(): number {
    return this.server?.pid ?? 0;
  }

  /** Opens, or opens again on the same port with the same data. */
  async open(): Promise<void> {
    const env = {
      ...process.env,
      FELLMIST_ROOT: root,
      FELLMIST_DATA: this.folder,
      FELLMIST_PORT: String(this.port),
      ...(this.demo ? { FELLMIST_DEMO: '1' } : {}),
      ...(this.name ? { FELLMIST_ORIGIN: this.urlAs(this.name) } : {}),
    };
    const server = spawn('node', [join(root, 'dist/server/main.mjs')], { env, stdio: ['ignore', 'pipe', 'inherit'] });
    this.server = server;
    this.port = await new Promise<number>((resolve, reject) => {
      server.stdout.on('data', (words: Buffer) => {
        const found = /localhost:(\d+)/.exec(words.toString());
        if (found) resolve(Number(found[1]));
      });
      server.once('exit', (code) => reject(new Error(`the server ended with ${String(code)}`)));
    });
  }

  /** Ends the server as a power cut would: nothing is said to it before. */
  kill(): Promise<void> {
    return this.close('SIGKILL');
  }

  async close(signal: NodeJS.Signals = 'SIGTERM'): Promise<void> {
    const { server } = this;
    if (!server) return;
    const gone = new Promise((resolve) => server.on('exit', resolve));
    server.kill(signal);
    await gone;
    this.server = undefined;
  }

  async dispose(): Promise<void> {
    await this.close();
    rmSync(this.folder, { recursive: true, force: true });
  }
}
