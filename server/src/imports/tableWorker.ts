import { parentPort, workerData } from 'node:worker_threads';
import { AT_A_TIME, readTable, type TableOf } from './readTable';

/** Reads one table apart from the server, so that nobody waits for it; hands over what it read piece by piece, so that taking it over takes no time either. */
const { bytes, of } = workerData as { readonly bytes: Uint8Array; readonly of: TableOf };
const read = readTable(bytes, of, (step) => parentPort?.postMessage({ step }));
if (read.ok) {
  for (let at = 0; at < read.rows.length; at += AT_A_TIME) parentPort?.postMessage({ rows: read.rows.slice(at, at + AT_A_TIME) });
  parentPort?.postMessage({ read: { ...read, rows: [] } });
} else parentPort?.postMessage({ read });
