/**
 * A naive second implementation that counts from the raw text of a count line by another route: every
 * single conductor is written down one by one, volumes are mathjs fractions, nothing of ours is used.
 * Compared over 2,000 generated boxes of all editions. Rules: docs/trade.md#box-volume, #fill-nec, #fill-cec (NEC 314.16,
 * CEC 12-3034), values from memory.
 */
import fc from 'fast-check';
import { add, fraction, type Fraction, larger, multiply } from 'mathjs';
import { editionOf } from '../edition/index.ts';
import { readCountLine } from '../shorthand/read.ts';
import { LINE } from '../tests/lines.ts';
import { tally } from './tally.ts';
import { tallyJson } from './tally-json.ts';

const NEC_EACH: Record<string, string> = {
  18: '1.5',
  16: '1.75',
  14: '2',
  12: '2.25',
  10: '2.5',
  8: '3',
  6: '5',
};
const CEC_EACH: Record<string, string> = { 14: '24.6', 12: '28.7', 10: '36.9', 8: '45.1', 6: '73.7' };
const NEC_BOX: Record<string, string> = {
  '4sq-1.5': '21',
  '4sq-2.125': '30.3',
  'oct-1.5': '15.5',
  '411sq-2.125': '42',
  'dev-3x2x2.5': '12.5',
  'masonry-3.5': '21',
};
const CEC_BOX: Record<string, [string, Record<string, number>]> = {
  '4sq-1.5': ['344', { 14: 14, 12: 12, 10: 9, 8: 7, 6: 4 }],
  '4sq-2.125': ['491', { 14: 20, 12: 17, 10: 13, 8: 10, 6: 6 }],
  'oct-1.5': ['245', { 14: 10, 12: 8, 10: 6, 8: 5, 6: 3 }],
  '411sq-2.125': ['688', { 14: 28, 12: 24, 10: 18, 8: 15, 6: 9 }],
  'dev-3x2x2.5': ['204', { 14: 8, 12: 7, 10: 5, 8: 4, 6: 2 }],
  'masonry-3.5': ['344', { 14: 14, 12: 12, 10: 9, 8: 7, 6: 4 }],
};
/** Typical inches behind the strap of what is deeper than 1 in (common practice, no source): assumed where none is measured. */
const TYPICAL_DEPTH: Record<string, string> = {
  gfci: '1.25',
  dimmer: '1.375',
  timer: '1.5',
  smart: '1.5',
  combo: '1.25',
  range: '1.5',
  dryer: '1.5',
};
const ML_PER_IN3 = '16.387064';

type Allowance = { size: string; share?: string; volume?: Fraction };
const big = (sizes: string[]) => String(Math.min(...sizes.map(Number)));
const sum = (values: Fraction[]) => values.reduce((a, b) => add(a, b) as Fraction, fraction(0));

/** Counts a line given as its items, from their text alone. */
function naive(items: string[]): { unit: string; fill: string; verdict: string } {
  const [edition = '', box = '', ...rest] = items;
  const cec = edition.startsWith('cec');
  const year = Number(edition.slice(3));
  const words = [...box.split(', '), ...rest];
  const conductors: string[] = [];
  const grounds: string[] = [];
  const isolated: string[] = [];
  const insulatedPresent: string[] = [];
  const connectorSizes: (string | undefined)[] = [];
  const fixtures: { size: string; domed: boolean }[] = [];
  const terminals: string[] = [];
  const devices: { on?: string; wide: number; depth: Fraction }[] = [];
  let clamps = false;
  let studs = 0;
  let hickeys = 0;
  for (const word of words) {
    const many = Number(/^(\d+)x /.exec(word)?.[1] ?? 1);
    const what = word.replace(/^\d+x /, '').replace(/"[^"]*"/, '');
    for (let nth = 0; nth < many; nth += 1) {
      const cable = /^(\d+)\/(\d)(?:\/(\d))?/.exec(what);
      const loop = /^(\d+) loop ([\d.]+) in/.exec(what);
      const device = /^(duplex|switch|gfci|dimmer|3way|timer|smart|combo|range|dryer)\b/.exec(what);
      if (cable && !word.startsWith('marks')) {
        const [, size = '', first = '', second = '0'] = cable;
        for (let one = 0; one < Number(first) + Number(second); one += 1) conductors.push(size);
        insulatedPresent.push(size);
        if (/ ac\b| no-ground/.test(what)) continue;
        const egc = / egc (\d+)/.exec(what)?.[1] ?? size;
        if (cec && / mc\b/.test(what)) conductors.push(egc);
        else grounds.push(egc);
      } else if (loop) {
        const [, size = '', length = ''] = loop;
        conductors.push(size);
        insulatedPresent.push(size);
        if (!cec && Number(length) >= 12) conductors.push(size);
      } else if (/^\d+( through)?$/.test(what)) {
        const size = /^\d+/.exec(what)?.[0] ?? '';
        conductors.push(size);
        insulatedPresent.push(size);
      } else if (what.startsWith('ground ')) grounds.push(what.slice(7));
      else if (what.startsWith('ig ')) {
        if (cec) conductors.push(what.slice(3));
        else isolated.push(what.slice(3));
      } else if (device) {
        const on = /@(\d+)/.exec(what)?.[1];
        const typical = TYPICAL_DEPTH[device[1] ?? ''] ?? '0';
        const depth = (/depth ([\d./ ]+)/.exec(what)?.[1] ?? typical).trim().split(' ');
        devices.push({
          ...(on === undefined ? {} : { on }),
          wide: Number(/wide (\d)/.exec(what)?.[1] ?? (/^(range|dryer)/.test(what) ? 2 : 1)),
          depth: sum(depth.map((part) => fraction(part))),
        });
      } else if (what === 'clamps') clamps = true;
      else if (what === 'stud') studs += 1;
      else if (what === 'hickey') hickeys += 1;
      else if (what.startsWith('terminal ')) terminals.push(what.slice(9));
      else if (what.startsWith('fixture ')) {
        const [, wires = '0', size = ''] = /(\d+)x(\d+)/.exec(what) ?? [];
        for (let one = 0; one < Number(wires); one += 1)
          fixtures.push({ size, domed: what.endsWith('domed') });
        insulatedPresent.push(size);
        // With the luminaire comes its 18 AWG ground; a domed one leaves it out.
        if (!what.endsWith('domed')) grounds.push('18');
      } else if (what.startsWith('connectors ')) {
        const [, n = '0', at] = /connectors (\d+)(?: @(\d+))?/.exec(what) ?? [];
        for (let one = 0; one < Number(n); one += 1) connectorSizes.push(at);
      } else if (what.startsWith('pigtails ')) insulatedPresent.push(/x(\d+)/.exec(what)?.[1] ?? '');
    }
  }

  const allowances: Allowance[] = [];
  let leftOut = 0;
  // Any four of the domed ones may be left out: the largest.
  fixtures.sort((a, b) => Number(a.size) - Number(b.size));
  for (const { size, domed } of fixtures) {
    const small = Number(size) > 14;
    if (cec ? small : small && domed && leftOut < 4) leftOut += 1;
    else conductors.push(size);
  }
  // Present in the box, all told: what clamps and fittings are sized by.
  const domedGrounds = fixtures.length > 0 ? ['18'] : [];
  const insulated = big(insulatedPresent);
  const present = big([
    ...insulatedPresent,
    ...grounds.filter((one) => one !== '18'),
    ...isolated,
    ...domedGrounds,
  ]);
  for (const size of conductors) allowances.push({ size });
  const each = cec ? CEC_EACH : NEC_EACH;
  if (cec) {
    if (studs + hickeys > 0) allowances.push({ size: insulated });
    const sorted = connectorSizes.map((size) => Number(size ?? insulated)).sort((a, b) => a - b);
    for (let nth = 0; nth + 1 < sorted.length; nth += 2) allowances.push({ size: String(sorted[nth]) });
    for (const { on, depth } of devices) {
      if (larger(depth, fraction(1))) {
        // 32 mL for each centimetre; an inch is 2.54 cm.
        const volume = multiply(multiply(depth, fraction('2.54')), fraction(32)) as Fraction;
        allowances.push({ size: 'deep', volume });
      } else allowances.push({ size: on ?? insulated }, { size: on ?? insulated });
    }
  } else {
    if (clamps) allowances.push({ size: present });
    if (studs > 0) allowances.push({ size: present });
    if (hickeys > 0) allowances.push({ size: present });
    for (const { on, wide } of devices) {
      for (let nth = 0; nth < 2 * wide; nth += 1) allowances.push({ size: on ?? insulated });
    }
    if (year < 2020) {
      if (grounds.length > 0) allowances.push({ size: big(grounds) });
      if (isolated.length > 0) allowances.push({ size: big(isolated) });
    } else {
      const all = [...grounds, ...isolated];
      if (all.length > 0) allowances.push({ size: big(all) });
      for (let nth = 4; nth < all.length; nth += 1) allowances.push({ size: big(all), share: '1/4' });
    }
    if (year >= 2023) for (const size of terminals) allowances.push({ size });
  }

  // The box.
  const sizes = new Set(allowances.map((one) => one.size));
  const oneSize = sizes.size === 1 && !sizes.has('deep') ? [...sizes][0] : undefined;
  const gangs = Number(/(\d)-gang/.exec(box)?.[1] ?? 1);
  const code = /box ([a-z0-9]+-[\d.x]+)/.exec(box)?.[1];
  const marked = /(?:box )?(\d+(?:\.\d+)?)(?: (in3|ml))?(?= |,|$)/.exec(
    box.replace(/^box (?=[a-z0-9]+-)/, ''),
  );
  // A masonry box is listed per gang; the sections of a device box add.
  const per = /^(masonry|dev)/.test(code ?? '') ? gangs : 1;
  const toUnit = (amount: string, from: string): Fraction => {
    const value = fraction(amount);
    if (from === 'in3' && cec) return multiply(value, fraction(ML_PER_IN3)) as Fraction;
    if (from === 'ml' && !cec) {
      // Printed in cubic inches: rounded down to 1/10 000.
      const steps = (value.mul(10_000) as Fraction).div(fraction(ML_PER_IN3)).floor();
      return fraction(steps.toString()).div(10_000) as unknown as Fraction;
    }
    return value;
  };
  let capacity: Fraction | undefined;
  let counts: Record<string, number> | undefined;
  if (code !== undefined) {
    const [volume, printed] = cec ? (CEC_BOX[code] ?? ['0', {}]) : [NEC_BOX[code] ?? '0', undefined];
    capacity = multiply(fraction(volume), fraction(per)) as Fraction;
    counts = printed && Object.fromEntries(Object.entries(printed).map(([size, n]) => [size, n * per]));
  } else if (!/^(measured|marks)/.test(box) && marked)
    capacity = toUnit(marked[1] ?? '0', marked[2] ?? 'in3');
  for (const word of rest) {
    if (!/^(ring|ext|dome)/.test(word) || word.endsWith('unmarked')) continue;
    if (word === 'ext 4sq-1.5') {
      // Of a box per gang only the box itself is per gang.
      if (capacity) capacity = add(capacity, fraction(cec ? '344' : '21')) as Fraction;
      const printed = CEC_BOX['4sq-1.5']?.[1] ?? {};
      counts =
        counts &&
        Object.fromEntries(Object.entries(counts).map(([size, n]) => [size, n + (printed[size] ?? 0)]));
      continue;
    }
    const [, amount = '0', unit = 'in3'] = /(\d+(?:\.\d+)?)(?: (in3|ml))?/.exec(word) ?? [];
    if (capacity) capacity = add(capacity, toUnit(amount, unit)) as Fraction;
    counts = undefined;
  }
  const shares = sum(allowances.map((one) => fraction(one.share ?? '1')));
  const plain = (value: Fraction) => value.toString().replace(/\(0\)$/, '');
  if (oneSize !== undefined && counts) {
    const limit = counts[oneSize];
    if (limit !== undefined) {
      return {
        unit: 'conductors',
        fill: plain(shares),
        verdict: larger(shares, fraction(limit)) ? 'over' : 'legal',
      };
    }
  }
  if (box.startsWith('marks') && oneSize !== undefined) {
    const limit = { 14: 9, 12: 8, 10: 7 }[oneSize as '14'];
    if (limit !== undefined) {
      return {
        unit: 'conductors',
        fill: plain(shares),
        verdict: larger(shares, fraction(limit)) ? 'over' : 'legal',
      };
    }
  }
  const unknownSize = allowances.some((one) => !one.volume && each[one.size] === undefined);
  const fill = sum(
    allowances
      .filter((one) => one.volume || each[one.size] !== undefined)
      .map(
        (one) =>
          one.volume ?? (multiply(fraction(each[one.size] ?? '0'), fraction(one.share ?? '1')) as Fraction),
      ),
  );
  const verdict =
    capacity === undefined || unknownSize ? 'unknown' : larger(fill, capacity) ? 'over' : 'legal';
  return { unit: cec ? 'ml' : 'in3', fill: plain(fill), verdict };
}

test('both counts agree over 2,000 boxes of all editions', () => {
  const seen: Record<string, number> = {};
  fc.assert(
    fc.property(LINE, (items) => {
      const line = items.join(', ');
      const read = readCountLine(line);
      if (!read.ok) throw new Error(`${line}: ${read.error.item} expected ${read.error.expected}`);
      const ours = tallyJson(tally(read.box, editionOf(read.box.edition ?? 'nec2023')));
      const { unit, fill, verdict } = ours;
      expect([line, unit, fill, verdict]).toEqual([line, ...Object.values(naive(items))]);
      const key = `${ours.edition} ${unit} ${verdict}`;
      seen[key] = (seen[key] ?? 0) + 1;
    }),
    { numRuns: 2000, seed: 31416 },
  );
  // The comparison is worth something only if it met every kind of answer.
  for (const kind of ['nec2014 in3 legal', 'nec2023 in3 over', 'nec2023 in3 unknown', 'cec2018 ml over']) {
    expect(seen[kind] ?? 0).toBeGreaterThan(5);
  }
  for (const kind of ['cec2021 conductors', 'nec2020 conductors']) {
    expect(Object.keys(seen).some((key) => key.startsWith(kind))).toBe(true);
  }
});
