/** A stream from one thread to another: a part goes over when the other side has taken the part before it. */
import { Writable } from 'node:stream';
import type { MessagePort } from 'node:worker_threads';

/** What the thread that works says. */
export type Said =
  | { readonly part: Uint8Array }
  | { readonly end: true }
  | { readonly progress: { readonly done: number; readonly of: number } };

/** The side that works. */
export class PortWritable extends Writable {
  #next: (() => void) | undefined;

  constructor(private readonly port: MessagePort) {
    super({ highWaterMark: 256 * 1024 });
    port.on('message', () => {
      const next = this.#next;
      this.#next = undefined;
      next?.();
    });
  }

  override _write(chunk: Buffer | string, encoding: BufferEncoding, done: () => void): void {
    const part = Uint8Array.from(typeof chunk === 'string' ? Buffer.from(chunk, encoding) : chunk);
    this.#next = done;
    this.port.postMessage({ part } satisfies Said, [part.buffer]);
  }

  /** What came while the other side took a part goes over in one. */
  override _writev(chunks: { chunk: Buffer; encoding: BufferEncoding }[], done: () => void): void {
    this._write(Buffer.concat(chunks.map(({ chunk }) => chunk)), 'utf8', done);
  }

  override _final(done: () => void): void {
    this.port.postMessage({ end: true } satisfies Said);
    done();
  }
}

/**
 * The side that serves: writes what comes into a stream, and asks for more once that has taken it.
 * @param heard hears of the progress
 * @returns resolves when all is written
 */
export function writeFrom(
  port: MessagePort,
  into: Writable,
  heard: (progress: { readonly done: number; readonly of: number }) => void,
): Promise<void> {
  return new Promise((resolve) => {
    port.on('message', (said: Said) => {
      if ('progress' in said) return heard(said.progress);
      if ('end' in said) {
        into.end();
        return resolve();
      }
      const more = () => port.postMessage('more');
      if (into.write(said.part)) more();
      else into.once('drain', more);
    });
  });
}
