/**
 * Cases the worked examples leave open: two spaces, stamps, schools, conduit bodies, the CEC, room left.
 * Rules: NEC 314.16(A) to (C), CEC 12-3034 (docs/trade.md#box-volume, #fill-nec, #fill-cec), values from memory.
 */
import { wordsOf } from '../finding/finding.ts';
import { editionOf } from '../edition/index.ts';
import { readCountLine } from '../shorthand/read.ts';
import { comparisonJson } from './compare.ts';
import { roomFor, roomLeft, smallestBoxes, COMMON_ADDITIONS } from './room.ts';
import { tally } from './tally.ts';
import { tallyJson } from './tally-json.ts';
import { verdictWords } from './verdict.ts';

function boxOf(line: string) {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(`${line}: ${read.error.expected}`);
  return read.box;
}
function count(line: string) {
  const box = boxOf(line);
  return tally(box, editionOf(box.edition ?? 'nec2023'));
}
const codes = (line: string) => count(line).warnings.map((warning) => warning.code);

describe('a barrier', () => {
  const divided = '30 in3 2-gang, barrier plastic, 2x 14/2, switch, 12/2 side b, duplex side b';
  test('each space is counted on its own, the tighter one leads', () => {
    expect(tallyJson(count(divided))).toMatchObject({
      capacity: '14.5',
      fill: '14',
      verdict: 'legal',
      spaces: [
        { space: 'a', capacity: '14.5', fill: '14', margin: '0.5' },
        { space: 'b', capacity: '14.5', fill: '11.25', margin: '3.25' },
      ],
    });
    expect(codes(divided)).toContain('barrier-halves');
  });
  test('one space over makes the box over, though both together would pass', () => {
    const line = '30 in3 2-gang, barrier plastic spaces 12 + 17, 2x 14/2, switch, 12/2 side b';
    expect(tallyJson(count(line))).toMatchObject({ capacity: '12', fill: '14', verdict: 'over' });
  });
  test('without sides there is no pass, but too much for both is over', () => {
    expect(count('30 in3, barrier metal, 14/2').verdict).toBe('unknown');
    expect(verdictWords(count('30 in3, barrier metal, 14/2'))).toMatch('say what is in each space');
    expect(tallyJson(count('box 30, barrier metal, 7x 14/2'))).toMatchObject({
      capacity: '29.5',
      verdict: 'over',
    });
  });
});

describe('a wire-count stamp', () => {
  test('alone and with one size it decides by count', () => {
    expect(tallyJson(count('marks 9/14 8/12 7/10, 3x 12/2'))).toMatchObject({
      unit: 'conductors',
      capacity: '8',
      fill: '7',
      verdict: 'legal',
    });
    expect(tallyJson(count('marks 9/14 8/12 7/10, 6x 12, 5x ground 12'))).toMatchObject({ fill: '7.25' });
  });
  test('alone and with mixed sizes there is no answer', () => {
    expect(count('marks 9/14 8/12, 12/2, 14/2').verdict).toBe('unknown');
    expect(codes('marks 9/14 8/12, 12/2, 14/2')).toContain('stamp-mixed');
    expect(codes('marks 9/14, 12/2')).toContain('stamp-mixed');
  });
  test('who has read it is not told to read it: the volume is asked for, or what is in the box', () => {
    expect(verdictWords(count('marks 9/14 8/12, 12/2, 14/2'))).toBe('no legal volume: read the volume stamp');
    expect(verdictWords(count('marks 9/14, 12/2'))).toBe('no legal volume: read the volume stamp');
    const empty = count('marks 9/14 8/12, plastic');
    expect(empty.verdict).toBe('unknown');
    expect(verdictWords(empty)).toBe('nothing in the box yet: its wire counts decide');
    expect(codes('marks 9/14 8/12, plastic')).toEqual(['stamp-waits']);
    expect(verdictWords(count('marks 9/14 8/12, plastic, 14/2'))).toMatch(/^legal, 6 conductors left/);
  });
  test('beside a volume the volume decides, and a lower stamp is said', () => {
    expect(codes('18 in3, marks 9/14 8/12, 12/2')).toEqual([]);
    expect(codes('18 in3, marks 9/14 7/12, 12/2')).toContain('stamp-lower');
    // 18.0 in³ holds eight 12 AWG allowances; the stamp allows seven.
    const eight = '18 in3, marks 7/12, 5x 12, 1x ground 12, duplex';
    expect(count(eight).verdict).toBe('legal');
    expect(codes(eight)).toContain('stamp-over');
  });
});

describe('volumes', () => {
  test('an unmarked ring adds nothing and says so', () => {
    expect(tallyJson(count('18 in3, ring unmarked, 12/2')).capacity).toBe('18');
    expect(codes('18 in3, ring unmarked, 12/2')).toContain('unmarked-part');
  });
  test('a measured box is an estimate with its tolerance, never a pass', () => {
    const counted = count('measured 3 x 2 x 2.5, 14/2');
    expect(tallyJson(counted)).toMatchObject({ capacity: null, margin: null, fill: '6', verdict: 'unknown' });
    expect(counted.estimate && counted.estimate.low < counted.estimate.volume).toBe(true);
  });
  test('a mark governs over the table', () => {
    expect(tallyJson(count('box 4sq-1.5 marked 22.5 in3, 12/2')).capacity).toBe('22.5');
  });
  test('a box marked in millilitres is rounded down for the NEC, and stays exact for the CEC', () => {
    expect(tallyJson(count('295 ml, 12/2'))).toMatchObject({ capacity: '18.002' });
    expect(tallyJson(count('cec2018, 18 in3, 12/2'))).toMatchObject({ unit: 'ml', capacity: '294.967152' });
  });
  test('a box another edition lists has no legal volume here, and none is made up', () => {
    const box = boxOf('box dev-3x2x3.5, 12/2');
    expect(tally(box, editionOf('cec2018'))).toMatchObject({ verdict: 'unknown', capacity: null });
  });
  test('a nonmetallic box without a mark has no volume', () => {
    expect(codes('plastic, 12/2')).toContain('no-volume');
  });
  test('a conduit body needs a volume mark for splices, and twice the conduit', () => {
    expect(count('body, 12/2').verdict).toBe('unknown');
    const texts = count('body section 1.7 conduit 0.86, 4x 12 through')
      .warnings.map((one) => wordsOf(one))
      .join(' ');
    expect(texts).toMatch('less than twice');
    expect(count('box 8, body section 1.72 conduit 0.86, 3x 12').verdict).toBe('legal');
  });
});

describe('NEC rules', () => {
  test('a device wider than its box is pointed out', () => {
    expect(codes('42 in3, 6/3 egc 10, range @6 wide 2')).toContain('device-wide');
    expect(codes('42 in3 2-gang, 6/3 egc 10, range @6 wide 2')).toEqual([]);
  });
  test('clamps count once, flaps by the school that is chosen and named', () => {
    expect(tallyJson(count('18 in3, 12/2, 3x clamps')).fill).toBe('9');
    expect(tallyJson(count('18 in3, 12/2, flaps'))).toMatchObject({ fill: '6.75', flaps: 'left out' });
    expect(tallyJson(count('18 in3, 12/2, flaps counted'))).toMatchObject({ fill: '9', flaps: 'counted' });
    expect(codes('18 in3, 12/2, flaps')).toEqual(['flap-school']);
    expect(codes('18 in3, 12/2, clamps')).toEqual([]);
  });
  test('a stud and a hickey are two kinds; two studs are one', () => {
    expect(tallyJson(count('box oct-2.125, 14/2, 2x stud, hickey')).fill).toBe('10');
  });
  test('isolated grounds: once more until 2017, among the four from 2020', () => {
    const line = 'box 30, 2x 12/2, duplex, 2x ig 12, ground 12';
    expect(tallyJson(count(`nec2017, ${line}`)).fill).toBe('18');
    expect(tallyJson(count(`nec2020, ${line}`)).fill).toBe('16.3125');
  });
  test('AC has no ground to count; a cable without ground neither; it is said', () => {
    const counted = tallyJson(count('box 4sq-1.5, 2x 12/2 ac, 14/2 no-ground'));
    expect(counted.fill).toBe('13');
    expect(counted.notCounted).toEqual([
      expect.objectContaining({ reason: expect.stringContaining('armor') }),
    ]);
  });
  test('the fifth wire of a domed fixture counts, and 14 AWG is not small', () => {
    expect(tallyJson(count('box oct-2.125, 14/2, fixture 5x18 domed')).fill).toBe('7.5');
    expect(tallyJson(count('box oct-2.125, 14/2, fixture 2x14 domed')).fill).toBe('10');
  });
  test('terminal blocks count from 2023', () => {
    expect(tallyJson(count('box 30, 12/2, terminal 10')).fill).toBe('9.25');
    expect(tallyJson(count('nec2020, box 30, 12/2, terminal 10')).fill).toBe('6.75');
  });
  test('pigtails and connectors never count; a pigtail can size the device it lands on', () => {
    const counted = tallyJson(count('18 in3, 2x 12/2, duplex, pigtails 3x12, connectors 3'));
    expect(counted.fill).toBe('15.75');
    expect(counted.notCounted.map((one) => one.what)).toEqual([
      '3 pigtails, 12 AWG',
      '3 splicing connectors',
    ]);
    expect(tallyJson(count('18 in3, 14/2, duplex, pigtails 3x12')).fill).toBe('10.5');
  });
  test('the ground of an 8 or 6 AWG cable is taken at the cable’s size until it is recorded', () => {
    expect(codes('box 42, 6/3')).toContain('ground-size');
    expect(tallyJson(count('box 42, 6/3 egc 10')).fill).toBe('17.5');
  });
});

describe('CEC rules', () => {
  test.each([
    [1, '6'],
    [2, '7'],
    [3, '7'],
    [4, '8'],
    [5, '8'],
  ])('%i connectors with six conductors come to %s', (connectors, fill) => {
    expect(tallyJson(count(`cec2018, box 4sq-1.5, 6x 12, connectors ${connectors}`)).fill).toBe(fill);
  });
  test('a device deeper than an inch takes 32 mL a centimetre; at one inch it takes two conductors', () => {
    expect(tallyJson(count('cec2021, 300 ml, 2x 14, dimmer depth 1.4')).lines[1]).toMatchObject({
      total: '113.792',
    });
    expect(tallyJson(count('cec2021, box 4sq-1.5, 2x 14, dimmer depth 1'))).toMatchObject({
      unit: 'conductors',
      fill: '4',
    });
  });
  test('bare bonding is free, the insulated one of MC counts, clamps are no deduction', () => {
    expect(tallyJson(count('cec2018, box 4sq-1.5, 2x 12/2, clamps')).fill).toBe('4');
    expect(tallyJson(count('cec2018, box 4sq-1.5, 2x 12/2 mc')).fill).toBe('6');
  });
  test('a size Table 22 does not have gives no answer', () => {
    expect(count('cec2018, box 4sq-1.5, 2x 16').verdict).toBe('unknown');
    expect(codes('cec2018, box 4sq-1.5, 2x 16')).toContain('size-not-in-table');
  });
  test('over by less than the rounding of the millilitre table is said', () => {
    // 18 in³ is 294.967152 mL; twelve 14 AWG at 24.6 mL are 295.2, at 1.5 in³ exactly 18.
    expect(tallyJson(count('cec2018, 18 in3, 12x 14'))).toMatchObject({
      margin: '-0.232848',
      verdict: 'over',
    });
    expect(codes('cec2018, 18 in3, 12x 14')).toContain('table-rounding');
    expect(codes('cec2018, 18 in3, 13x 14')).not.toContain('table-rounding');
  });
  test('connectors that were not recorded are asked for', () => {
    expect(codes('cec2018, box 4sq-1.5, 2x 12/2')).toContain('connectors-unrecorded');
  });
});

test('two editions side by side: only the fifth ground differs (docs/trade.md#worked-examples)', () => {
  const line = 'box 32 plastic 2-gang, 5x 14/2, clamps, 2x switch';
  const differences = comparisonJson(count(`nec2017, ${line}`), count(`nec2023, ${line}`));
  expect(differences).toMatchObject({
    sameVerdict: false,
    fill: '0.5',
    lines: [
      { topic: 'grounds beyond', before: null, after: { count: '1', size: '14', each: '0.5', total: '0.5' } },
    ],
  });
});

describe('room left', () => {
  const nec = editionOf('nec2023');
  test('says how many more of each common thing stay legal', () => {
    const room = Object.fromEntries(
      roomLeft(boxOf('32 in3 2-gang, 2x 12/2, duplex'), nec).map((one) => [one.name, one.more]),
    );
    expect(room).toMatchObject({ '12/2': 3, '12/3': 2, '12 AWG conductor': 7, 'duplex receptacle': 3 });
    const extra = COMMON_ADDITIONS.find((one) => one.name === '12/2');
    expect(extra && roomFor(boxOf('measured 3 x 2 x 2, 12/2'), nec, extra)).toBeNull();
  });
  test('the smallest standard box of each shape that holds the plan, smallest first', () => {
    const boxes = smallestBoxes(boxOf('18 in3 plastic, 3x 12/2, duplex'), nec).map(
      (one) => one.standard.code,
    );
    expect(boxes).toEqual(['4sq-1.5', 'masonry-3.5', 'oct-2.125']);
  });
});

test('millilitres are shown with three decimals at most, and kept exact', () => {
  const counted = count('cec2018, 18 in3, 12x 14');
  expect(tallyJson(counted).margin).toBe('-0.232848');
  expect(verdictWords(counted)).toBe('over by 0.232 mL');
});
