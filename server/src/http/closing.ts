import { type Server, type ServerResponse } from 'node:http';
import { endStreams } from './stream';

/** Requests that are under way when the server is stopped have so long to end, milliseconds. */
const PATIENCE_MS = 10_000;

/** What stops a server: nobody new is let in, streams are ended, what is being written is finished, and then all is closed. */
export function closing(server: Server, closed: () => void): () => Promise<void> {
  const underWay = new Set<ServerResponse>();
  let isClosing = false;
  server.on('request', (_request, response: ServerResponse) => {
    underWay.add(response);
    if (isClosing) response.setHeader('Connection', 'close');
    response.on('close', () => underWay.delete(response));
  });
  return async () => {
    if (isClosing) return;
    isClosing = true;
    server.close();
    endStreams();
    server.closeIdleConnections();
    const until = Date.now() + PATIENCE_MS;
    while (underWay.size > 0 && Date.now() < until) await new Promise((resolve) => setTimeout(resolve, 20));
    server.closeAllConnections();
    closed();
    process.exit(0);
  };
}
