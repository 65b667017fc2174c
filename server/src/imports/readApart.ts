import { type ReadPackRow, type ReadRow } from '@fellmist/contract/tables';
import { Worker } from 'node:worker_threads';
import { type ReadTable, readTable, type TableOf, type TableStep } from './readTable';

type Rows = readonly (ReadRow | ReadPackRow)[];
type ReadMessage = { readonly step: TableStep } | { readonly rows: Rows } | { readonly read: ReadTable };

/** Memory that a table may take while it is read, MB. */
const MOST_MB = 1024;

/**
 * Reads a table in a thread of its own, where there is a file for it; who asked may go, and the reading ends. Gives undefined
 * where it was ended.
 */
export function readApart(worker: URL | undefined, bytes: Uint8Array, of: TableOf, told: (step: TableStep) => void, gone: AbortSignal): Promise<ReadTable | undefined> {
  if (!worker) return Promise.resolve(readTable(bytes, of, told));
  return new Promise((resolve, reject) => {
    const thread = new Worker(worker, { workerData: { bytes, of }, resourceLimits: { maxOldGenerationSizeMb: MOST_MB } });
    gone.addEventListener('abort', () => {
      resolve(undefined);
      void thread.terminate();
    });
    const rows: (ReadRow | ReadPackRow)[] = [];
    thread.on('message', (message: ReadMessage) => {
      if ('step' in message) told(message.step);
      else if ('rows' in message) rows.push(...message.rows);
      else resolve(message.read.ok ? ({ ...message.read, rows } as ReadTable) : message.read);
    });
    thread.on('error', (error: NodeJS.ErrnoException) => {
      if (error.code === 'ERR_WORKER_OUT_OF_MEMORY') resolve({ ok: false, error: 'That table takes more memory than a larder ever needs. Split it and try again.' });
      else reject(error);
    });
  });
}
