/** A paper is set no faster than it is read. */
import type { Writable } from 'node:stream';

/** Lets others have their turn, and waits until the reader has taken what is written. */
export async function taken(into: Writable): Promise<void> {
  await new Promise((done) => setImmediate(done));
  if (into.writableNeedDrain && !into.destroyed)
    await new Promise<void>((done) => {
      const go = () => {
        into.off('drain', go).off('close', go);
        done();
      };
      into.once('drain', go).once('close', go);
    });
}
