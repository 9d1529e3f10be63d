/** Reading count lines keeps nothing of them: a file of a hundred thousand takes no more memory than one of ten. */
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { readCountLine } from './read.ts';

setFlagsFromString('--expose-gc');
const collect = runInNewContext('gc') as () => void;

/** Memory that is in use after all that is not has been collected, in bytes. */
function used(): number {
  collect();
  return process.memoryUsage().heapUsed;
}

const read = (from: number, to: number) => {
  for (let index = from; index < to; index += 1)
    if (!readCountLine(`${12 + (index % 40)} in3 plastic, ${1 + (index % 5)}x 12/2, duplex # ${index}`).ok)
      throw new Error('it cannot be read');
};

test('ten thousand lines leave nothing behind', () => {
  read(0, 500);
  const before = used();
  read(500, 10_500);
  // A list of words kept for each line would be 4 MB and more.
  expect(used() - before).toBeLessThan(1_500_000);
});
