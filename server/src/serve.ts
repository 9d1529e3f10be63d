/** Listens, says where, and closes cleanly. */
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Express } from 'express';

/** A server that cannot start, in one sentence. */
export class CannotListen extends Error {}

/** Starts listening on loopback. @throws CannotListen when the port is in use or not allowed */
export function listen(app: Express, port: number): Promise<{ server: Server; address: string }> {
  return new Promise((resolve, reject) => {
    const server = app.listen(port, '127.0.0.1', (error?: Error) => {
      if (error) reject(new CannotListen(reason(error, port)));
      else {
        const { port: actual } = server.address() as AddressInfo;
        resolve({ server, address: `http://127.0.0.1:${actual}` });
      }
    });
  });
}

function reason(error: Error, port: number): string {
  const code = 'code' in error ? error.code : '';
  if (code === 'EADDRINUSE') {
    return `Port ${port} is in use by another program: stop it, or choose another with PORT=4311.`;
  }
  if (code === 'EACCES') return `Port ${port} may not be used here: choose one above 1023 with PORT=4311.`;
  return `The server cannot listen on port ${port} (${error.message}).`;
}

/** Lets requests in flight finish, then closes; a second signal ends at once. */
export function closeOnSignal(server: Server, after: () => void): void {
  let closing = false;
  const close = () => {
    if (closing) process.exit(1);
    closing = true;
    server.close(() => {
      after();
      process.exit(0);
    });
    server.closeIdleConnections();
    setTimeout(() => server.closeAllConnections(), 2000).unref();
  };
  process.on('SIGINT', close);
  process.on('SIGTERM', close);
}
