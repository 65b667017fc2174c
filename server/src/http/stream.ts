import { type Request, type Response } from 'express';

/** Keeps a stream alive through what would cut an idle one, milliseconds. */
const BEAT_MS = 15_000;

const open = new Set<Response>();

/** Ends every stream: their pages ask again, of whoever answers then. */
export function endStreams(): void {
  for (const response of open) response.end();
}

/** Opens server-sent events (HTML Living Standard, 9.2) to whoever asked; gives the teller, and calls `ended` when they are gone. */
export function openStream(request: Request, response: Response, ended: () => void): (data: unknown, id?: number) => void {
  response.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no' });
  response.flushHeaders();
  open.add(response);
  const beat = setInterval(() => response.write(': beat\n\n'), BEAT_MS);
  request.on('close', () => {
    open.delete(response);
    clearInterval(beat);
    ended();
  });
  return (data, id) => {
    response.write(`${id === undefined ? '' : `id: ${id}\n`}data: ${JSON.stringify(data)}\n\n`);
  };
}
