import { createServer, type Server } from 'node:http';
import { connect, type AddressInfo } from 'node:net';
import { closeHalfRequests, halfRequestOptions } from './half-requests';

describe('a request that stops half way', () => {
  let server: Server;
  let port: number;
  beforeAll(async () => {
    const PATIENCE_MS = 150;
    server = createServer(halfRequestOptions(PATIENCE_MS), (request, answer) => {
      request.resume().on('end', () => answer.end('whole'));
    });
    closeHalfRequests(server, PATIENCE_MS);
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    ({ port } = server.address() as AddressInfo);
  });
  afterAll(() => server.close());

  /** Sends these pieces, one every so often; gives what was answered before the end. */
  function answerTo(pieces: readonly string[], everyMs: number): Promise<string> {
    return new Promise((resolve) => {
      let text = '';
      const socket = connect(port, '127.0.0.1');
      socket.on('data', (chunk: Buffer) => (text += chunk.toString()));
      socket.on('error', () => undefined);
      socket.on('close', () => resolve(text));
      pieces.forEach((piece, at) => setTimeout(() => socket.write(piece), at * everyMs));
    });
  }

  const HEAD = 'POST / HTTP/1.1\r\nHost: a\r\nConnection: close\r\nContent-Length: 12\r\n\r\n';

  it('is closed, be it in its head or in its body', async () => {
    for (const half of ['POST / HTTP/1.1\r\nHost: a\r\n', `${HEAD}half`])
      expect(await answerTo([half], 0)).not.toContain('whole');
  });

  it('is waited for as long as something comes', async () => {
    const slow = [HEAD, ...Array.from({ length: 12 }, () => 'x')];
    expect(await answerTo(slow, 60)).toContain('whole');
  });
});
