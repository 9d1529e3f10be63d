/** A server before the server: it hands on what is asked, and changes or replaces some of the answers. */
import { createServer, request } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { World } from './world';

interface Changes {
  /** What is answered in place of the server, as type and text; undefined where the server answers. */
  readonly instead?: (path: string) => readonly [type: string, text: string] | undefined;
  /** What becomes of the text of the service worker. */
  readonly changed?: (path: string, text: string) => string;
}

export interface Front {
  readonly address: string;
  readonly close: () => Promise<void>;
}

export async function startFront(
  world: World,
  { instead = () => undefined, changed = (_, text) => text }: Changes,
): Promise<Front> {
  const { hostname, port } = new URL(world.address);
  const front = createServer((asked, answer) => {
    const path = asked.url ?? '/';
    const [type, text] = instead(path) ?? [];
    if (type !== undefined) {
      answer.writeHead(200, { 'content-type': type, 'cache-control': 'no-cache' }).end(text);
      return;
    }
    // The server is to take it for a page of its own.
    const { origin } = asked.headers;
    const headers = {
      ...asked.headers,
      host: `${hostname}:${port}`,
      ...(origin === undefined ? {} : { origin: world.address }),
    };
    const onward = request({ hostname, port, path, method: asked.method, headers }, (given) => {
      if (path !== '/sw.js') {
        answer.writeHead(given.statusCode ?? 500, given.headers);
        given.pipe(answer);
        return;
      }
      const parts: Buffer[] = [];
      given.on('data', (part: Buffer) => parts.push(part));
      given.on('end', () => {
        answer.writeHead(200, { 'content-type': 'text/javascript', 'cache-control': 'no-cache' });
        answer.end(changed(path, Buffer.concat(parts).toString()));
      });
    });
    onward.on('error', () => answer.destroy());
    onward.removeHeader('accept-encoding');
    asked.pipe(onward);
  });
  await new Promise<void>((done) => front.listen(0, '127.0.0.1', done));
  return {
    address: `http://127.0.0.1:${(front.address() as AddressInfo).port}`,
    close: async () => {
      front.closeAllConnections();
      await new Promise((done) => front.close(done));
    },
  };
}
