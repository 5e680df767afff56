import type { IncomingMessage, Server } from 'node:http';

const PATIENCE_MS = 30_000;
/** A whole studio may come in slowly, as long as it comes. */
const LONGEST_MS = 15 * 60_000;
const LOOK_MS = 5000;

/** What a server has to be made with, so that requests whose head is not there in time are closed. */
export const halfRequestOptions = (patienceMs = PATIENCE_MS) => ({
  headersTimeout: patienceMs,
  requestTimeout: LONGEST_MS,
  connectionsCheckingInterval: Math.min(LOOK_MS, patienceMs),
});

/** Closes requests of which nothing comes any more, though there is more of them. */
export function closeHalfRequests(server: Pick<Server, 'on'>, patienceMs = PATIENCE_MS): void {
  server.on('request', (request: IncomingMessage) => {
    let read = request.socket.bytesRead;
    const timer = setInterval(() => {
      if (request.complete) clearInterval(timer);
      else if (request.socket.bytesRead === read) request.socket.destroy();
      else read = request.socket.bytesRead;
    }, patienceMs);
    timer.unref();
    request.once('close', () => clearInterval(timer));
  });
}
