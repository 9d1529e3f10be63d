/** Wirings of a list are worked out one after the other, each once, however often the list is drawn meanwhile. Invented boxes. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { act, render } from '@testing-library/react-native';
import { useMemo } from 'react';
import { knowWiring, useWirings } from './wiring-known';
import { useWiringsOf } from './wiring-standing';

const mockLearned: unknown[] = [];
let mockIdle = 0;
const mockKnow = (box: BoxDocument) => act(() => knowWiring(box, { good: true, works: true }));
jest.mock('./after-paint', () => ({
  whenIdle: (work: () => void) => {
    mockIdle += 1;
    const timer = setTimeout(work, 0);
    return () => clearTimeout(timer);
  },
}));
jest.mock('../parts/late', () => ({
  askLater: (ask: (late: object) => Promise<void>) =>
    ask({
      learnWiring: async (box: BoxDocument) => {
        await new Promise((done) => setTimeout(done, 5));
        mockLearned.push(box);
        mockKnow(box);
      },
    }),
}));

const boxOf = (line: string) => {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  return read.box;
};

function List({ boxes, onDraw }: { boxes: readonly BoxDocument[]; onDraw: (known: number) => void }) {
  const wiringOf = useWirings();
  const list = useMemo(
    () => boxes.map((planned) => ({ planned, box: { circuit: '4' }, is: wiringOf(planned) })),
    [boxes, wiringOf],
  );
  useWiringsOf(list, { edition: 'nec2023' });
  onDraw(list.filter(({ is }) => is === 'good').length);
  return null;
}

test('every box is worked out once, in one turn, though each answer draws the list anew', async () => {
  const boxes = Array.from({ length: 6 }, () => boxOf('18 in3, 12/2 feed, 12/2 out, duplex'));
  const bare = boxOf('18 in3, 2x 12/2, duplex');
  const drawn: number[] = [];
  render(<List boxes={[...boxes, bare]} onDraw={(known) => drawn.push(known)} />);
  await act(() => new Promise((done) => setTimeout(done, 300)));
  expect(mockLearned).toEqual(boxes);
  // Nobody began to plan the last one: it is left alone.
  expect(mockLearned).not.toContain(bare);
  expect(drawn.at(-1)).toBe(6);
  expect(new Set(drawn).size).toBeGreaterThan(3);
  expect(mockIdle).toBe(1);
});
