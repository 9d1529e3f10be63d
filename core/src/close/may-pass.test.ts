/** What keeps a box from passing, by one fact at a time. Invented boxes; the sections are from memory (docs/trade.md). */
import { NO_PANEL } from '../box/panel.ts';
import { BoxFields } from '../box/record.ts';
import { boxOf } from '../tests/layouts.ts';
import { againstPassing } from './may-pass.ts';

const RIGHT =
  'free right, past right, sheath right, support right, entries right, setback right, gap right, edge right, fastened right';
const SOUND = `nec2023, 18 in3 plastic, 12/2 feed, duplex, breaker 20, place garage, protected gfci, ${RIGHT}`;

/** @param planned how its wiring is */
function against(line: string, planned = { good: true, works: true }) {
  const box = boxOf(line);
  const hots = ['i2.0.black', 'i2.0.white', 'i1.0.black', 'i1.0.white'];
  const record = BoxFields.parse({
    name: 'Box',
    circuit: '7',
    box,
    seen: { safe: ['found', 'proved', 'again'], safety: { off: { 7: true }, dead: hots } },
  });
  return againstPassing(record, { edition: 'nec2023', panel: NO_PANEL }, planned);
}

test('a box of which nothing is open may pass', () => {
  expect(against(SOUND)).toEqual([]);
});

test.each([
  ['a violation', SOUND.replace('protected gfci', 'protected none'), /^Violations: 210\.8\(A\)\.$/],
  [
    'a question',
    SOUND.replace('breaker 20, ', ''),
    /^Answers could show a violation: Which breaker is it on\?/,
  ],
  ['a look', SOUND.replace('gap right, ', ''), /^Not looked at: gap \(314\.21\)\.$/],
  ['an overfull box', SOUND.replace('18 in3', '8 in3'), /^The fill: Over by/],
  ['an open verdict', SOUND.replace('18 in3', '12 in3'), /^The fill: Legal if no clamps are inside\.$/],
])('%s keeps it from passing', (_, line, words) => {
  expect(against(line)).toContainEqual(expect.stringMatching(words));
});

test('roles that are assumed, and a wiring that is wrong, keep it from passing', () => {
  expect(against(SOUND, { good: false, works: true })).toEqual([
    'Roles of cables are assumed: confirm them in Join.',
  ]);
  expect(against(SOUND, { good: false, works: false })).toEqual(['The wiring is not right yet: see Join.']);
});
