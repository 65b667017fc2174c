import { parentPort, workerData } from 'node:worker_threads';
import { readTable, type TableOf } from './readTable';

/** Reads one table apart from the server, so that nobody waits for it; tells how far it is. */
const { bytes, of } = workerData as { readonly bytes: Uint8Array; readonly of: TableOf };
parentPort?.postMessage({ read: readTable(bytes, of, (step) => parentPort?.postMessage({ step })) });
