import { type Server, type ServerResponse } from 'node:http';
import { endStreams } from './stream';

/** Requests that are under way when the server is stopped have so long to end, milliseconds. */
const PATIENCE_MS = 10_000;

/** Stops servers with grace: nobody new is let in, streams are ended, what is being written is finished, and then all is closed. */
export class Closing {
  private readonly underWay = new Set<ServerResponse>();
  private readonly servers = new Set<Server>();
  private isClosing = false;

  watch(server: Server): void {
    this.servers.add(server);
    server.on('close', () => this.servers.delete(server));
    server.on('request', (_request, response: ServerResponse) => {
      this.underWay.add(response);
      if (this.isClosing) response.setHeader('Connection', 'close');
      response.on('close', () => this.underWay.delete(response));
    });
  }

  async close(): Promise<void> {
    if (this.isClosing) return;
    this.isClosing = true;
    const all = [...this.servers];
    for (const server of all) server.close();
    endStreams();
    for (const server of all) server.closeIdleConnections();
    const until = Date.now() + PATIENCE_MS;
    while (this.underWay.size > 0 && Date.now() < until) await new Promise((resolve) => setTimeout(resolve, 20));
    for (const server of all) server.closeAllConnections();
  }
}
