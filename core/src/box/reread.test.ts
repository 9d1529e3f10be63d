/** A count line written anew over a box: what is still there stays the piece it was. Invented boxes. */
import fc from 'fast-check';
import { printCountLine } from '../shorthand/print.ts';
import { readCountLine } from '../shorthand/read.ts';
import { LINE } from '../tests/lines.ts';
import { difference } from './difference.ts';
import type { BoxDocument } from './document.ts';
import { changeItem } from './edit.ts';
import { newId } from './new-id.ts';
import { reread } from './reread.ts';
import { nextOf, withWork } from './set-up.ts';
import { WorkPlan } from './work.ts';

function boxOf(line: string): BoxDocument {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(`${line}: ${read.error.expected}`);
  return read.box;
}
const anew = (box: BoxDocument, line: string) => reread(box, boxOf(line), newId);

const LINE_OF = '34 in3 2-gang, 14/2 feed, 3x 14/2 leg, 2x 12, clamps, switch, gfci';
const plan = WorkPlan.parse({
  circuits: [{ id: 'a' }],
  runs: [
    { of: 'i1.0', does: 'feed', circuits: ['a'] },
    { of: 'i2.1', does: 'leg', hots: ['i5.0'], guard: 'i6.0' },
    { of: 'i3.0', does: 'out', hots: ['a'] },
  ],
  devices: [{ of: 'i5.0', guard: 'i6.0' }],
});
const set = withWork(boxOf(LINE_OF), plan, nextOf(boxOf(LINE_OF), plan)).box;
const ids = ({ items }: BoxDocument) => items.map(({ id }) => id);

test('the same line changes nothing', () => {
  expect(anew(set, printCountLine(set))).toEqual(set);
});

test('a cable taken out of the middle, a device put before the others: the rest keep what they were told', () => {
  const now = anew(set, '34 in3 2-gang, gfci, 3x 14/2 leg, 2x 12, clamps, switch');
  expect(ids(now)).toEqual(['i6.0', 'i2.0', 'i2.1', 'i2.2', 'i3.0', 'i4', 'i5.0']);
  expect(now.items.find(({ id }) => id === 'i2.1')).toMatchObject({ duty: { guard: 'i6.0' } });
  expect(now.items.at(-1)).toMatchObject({ wired: { guard: 'i6.0' } });
  expect(now.work).toEqual(set.work);
});

test('a word or a label more is the same cable; another duty is what the line says', () => {
  const now = anew(set, '34 in3 2-gang, 14/2 out top, 3x 14/2 leg "hall", 2x 12, clamps, switch, gfci');
  expect(ids(now)).toEqual(ids(set));
  expect(now.items[0]).toMatchObject({ duty: { does: 'out' }, enters: 'top' });
  expect(now.items[0]).not.toHaveProperty('duty.hots');
  expect(now.items[2]).toMatchObject({ label: 'hall', duty: { guard: 'i6.0' } });
});

test('what is made otherwise is a new piece with a new id, and inherits nothing', () => {
  const now = anew(set, '34 in3 2-gang, 14/2 feed, 14/3 leg, 4x 12, clamps, dimmer, gfci');
  const [, cable, raceway, , dimmer] = now.items;
  for (const item of [cable, dimmer]) expect(ids(set)).not.toContain(item?.id);
  expect(cable).toMatchObject({ duty: { does: 'leg' } });
  expect(dimmer).not.toHaveProperty('wired');
  // More conductors in the raceway: the same one, but what they do is to be told anew.
  expect(raceway).toMatchObject({ id: 'i3.0', count: 4 });
  expect(raceway).not.toHaveProperty('duty');
});

test('no id comes twice, whatever line is written over whatever box', () => {
  fc.assert(
    fc.property(LINE, LINE, (first, second) => {
      const box = changeItem(boxOf(first.join(', ')), 'i1.0', {});
      const now = anew(box, second.join(', '));
      expect(new Set(ids(now)).size).toBe(now.items.length);
      expect(printCountLine(now)).toBe(printCountLine(boxOf(second.join(', '))));
    }),
    { numRuns: 300 },
  );
});

test('a raceway told apart stays so; one that names a piece of another kind, or one that is gone, does no harm', () => {
  const raceway = (id: string, count: number, more: object = {}) =>
    ({ id, kind: 'conductors', count, size: 12, run: 'enters', ...more }) as BoxDocument['items'][number];
  const cable = boxOf('18 in3, 14/2').items;
  for (const named of ['i1.0', 'i9.9', 'i2.0']) {
    const box = {
      ...boxOf('18 in3, 14/2'),
      items: [
        ...cable,
        raceway('i2.0', 2, { raceway: named }),
        raceway('i3.0', 3, { raceway: named, duty: { does: 'feed', circuits: ['a'], hots: [] } }),
      ],
    };
    expect(printCountLine(box)).toBe('18 in3, 14/2, 5x 12');
    expect(anew(box, printCountLine(box))).toEqual(box);
    expect(difference(box, box)).toEqual([]);
    const fewer = anew(box, '18 in3, 14/2, 4x 12');
    expect(fewer.items).toMatchObject([{ id: 'i1.0' }, { id: 'i2.0', count: 4 }]);
    expect(fewer.items[1]).not.toHaveProperty('duty');
    expect(difference(box, fewer)).toMatchObject([{ what: 'removed', count: 1 }]);
  }
});
