import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import * as z from 'zod';

/** What is settled for this machine alone and is no part of the household: it is not restored with it. */
const machineSchema = z.strictObject({
  /** Where copies are put; a folder beside the household's file where it does not say. */
  copiesFolder: z.string().min(1).max(1000).optional(),
  /** Whether other devices of the network are let in. */
  isShared: z.boolean().optional(),
  /** The household's passphrase as it is kept. */
  passphrase: z.string().max(500).optional(),
  /** Devices that gave it: the digest of what each carries, never that itself. */
  devices: z.array(z.strictObject({ id: z.string(), digest: z.string(), name: z.string(), since: z.string(), seen: z.string() })).optional(),
});
export type MachineSettings = z.infer<typeof machineSchema>;

/** The settings of this machine, in a file of their own beside the household's. One that cannot be read counts as empty. */
export class Machine {
  private readonly file: string;

  constructor(private readonly folder: string) {
    this.file = join(folder, 'machine.json');
  }

  get settings(): MachineSettings {
    if (!existsSync(this.file)) return {};
    try {
      const read = machineSchema.safeParse(JSON.parse(readFileSync(this.file, 'utf8')));
      return read.success ? read.data : {};
    } catch {
      return {};
    }
  }

  settle(change: Partial<MachineSettings>): void {
    const next = machineSchema.parse({ ...this.settings, ...change });
    writeFileSync(`${this.file}.part`, JSON.stringify(next, null, 2), { mode: 0o600 });
    renameSync(`${this.file}.part`, this.file);
  }

  get copiesFolder(): string {
    return this.settings.copiesFolder ?? join(this.folder, 'copies');
  }
}
