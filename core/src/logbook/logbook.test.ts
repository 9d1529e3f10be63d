/** What happened to a box, and the words it is found by. */
import { Closing, wiredAs } from '../box/closing.ts';
import { BoxRecord, nothingSeen } from '../box/record.ts';
import { dropPlan, markBuilt, planChange } from '../box/stages.ts';
import { readCountLine } from '../shorthand/read.ts';
import { eventsBetween } from './events.ts';
import { dateWords, matches, searchWords, textOf } from './text.ts';

const AT = '2026-03-02T09:00:00.000Z';
function record(line: string, more: object = {}): BoxRecord {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  return BoxRecord.parse({
    id: 'box-0000001',
    jobId: 'job-0000001',
    name: 'Counter left of sink',
    room: 'Küche',
    circuit: '4, 7',
    box: read.box,
    version: 1,
    createdAt: AT,
    updatedAt: AT,
    ...more,
  });
}

test('recorded, planned, built, tested, opened again, dropped: each once, in order', () => {
  const found = record('18 in3 plastic, 2x 12/2, duplex');
  const planned = { ...found, ...planChange(found, AT) };
  const built = { ...planned, ...markBuilt(planned, AT, undefined) };
  const results = [
    {
      test: 'finish|fold',
      says: { read: 'done', good: true },
      at: AT,
      by: 'R. Example',
      of: wiredAs(built.box),
    },
  ];
  const outcome = { verdict: 'open', at: AT, of: wiredAs(built.box) };
  const tested = { ...built, seen: { ...nothingSeen(), closing: Closing.parse({ results, outcome }) } };
  const again = { ...tested, ...planChange(tested, AT) };
  const dropped = { ...again, ...dropPlan(again, AT) };
  const told = [undefined, found, planned, built, tested, again].map((before, nth) => {
    const after = [found, planned, built, tested, again, dropped][nth];
    return after ? eventsBetween(before, after).map(({ what, words }) => `${what}: ${words}`) : [];
  });
  expect(told).toEqual([
    ['found: recorded'],
    ['planned: a change planned'],
    ['built: built'],
    ['tested: not all tested, by R. Example'],
    ['opened: opened again'],
    ['dropped: the plan dropped'],
  ]);
  expect(eventsBetween(tested, { ...tested })).toEqual([]);
});

const over = record('18 in3 plastic old-work, 3x 12/2, gfci # aluminium in the wall', {
  found: record('18 in3 plastic old-work, 2x 12/2, gfci').box,
  stage: 'planned',
  stageAt: '2026-07-30T09:00:00.000Z',
  seen: { conditions: ['scorched'], note: 'Back of the pantry' },
});
const text = textOf({ name: 'House by the lake', edition: 'nec2023' }, over);

test.each([
  'counter',
  'kuche counter',
  'KÜCHE',
  'circuit 7',
  'nec 2023',
  'over planned',
  'legal when found',
  'gfci',
  '12/2',
  'boxes with aluminium',
  'scorched',
  'pantry',
  'not tested',
  'march 2026',
  'what did I do at the lake in summer',
  '2026-07-30',
  'old-work',
])('it is found by “%s”', (asked) =>
  expect([asked, matches(text, searchWords(asked))]).toEqual([asked, true]),
);

test.each(['circuit 5', 'winter', 'nec 2020', '14/2', 'passed', 'copper', 'ounter'])(
  'and not by “%s”',
  (asked) => expect([asked, matches(text, searchWords(asked))]).toEqual([asked, false]),
);

test('dates in words; a search of nothing asks for nothing', () => {
  expect(dateWords('2026-12-31T23:00:00Z')).toBe('2026-12-31 31 december 2026 winter');
  expect(searchWords(' "*:^ () -- ')).toEqual([]);
  expect(searchWords('a '.repeat(500))).toEqual([]);
  expect(searchWords('x1 '.repeat(500))).toHaveLength(12);
});
