import { createHash } from 'node:crypto';

/** An id that is the same on every machine, so that the demo's addresses do not change. */
export function steadyId(name: string): string {
  const hash = createHash('sha256').update(name).digest('hex');
  return `${hash.slice(0, 8)}-${hash.slice(8, 12)}-4${hash.slice(13, 16)}-8${hash.slice(17, 20)}-${hash.slice(20, 32)}`;
}
