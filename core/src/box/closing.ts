/**
 * What was tested when a box was closed (docs/trade.md#testing): each reading with its date and who took it, and which
 * instruments were proved. A record: a reading taken again stands beside the one before it.
 */
import { z } from 'zod';
import type { BoxDocument } from './document.ts';
import { oneLine } from './one-line.ts';
import { onFirstUse } from '../schema/on-first-use.ts';

/** What a reading is taken with. The eye needs no proving. */
export const INSTRUMENTS = { plug: 'plug tester', meter: 'meter', eye: 'by eye' } as const;
export type Instrument = keyof typeof INSTRUMENTS;

/** Between which of a receptacle’s three contacts it is read: hot, neutral, ground. */
export const PAIRS = ['HN', 'HG', 'NG'] as const;
export type Pair = (typeof PAIRS)[number];

const volts = onFirstUse(() =>
  z
    .number('must be volts')
    .min(0, 'must be at least 0 V')
    .max(300, 'must be at most 300 V: more is not read in a dwelling’s box'),
);
const lamp = onFirstUse(() => z.boolean());

/** What was read: lamps as they are lit, a meter’s figures, whether a load is on, whether a thing is as it should be. */
export const Said = onFirstUse(() =>
  z.discriminatedUnion('read', [
    z.strictObject({ read: z.literal('lamps'), HN: lamp, HG: lamp, NG: lamp }),
    z.strictObject({ read: z.literal('volts'), HN: volts, HG: volts, NG: volts }),
    /** Between two hots, one figure. */
    z.strictObject({ read: z.literal('hots'), volts }),
    z.strictObject({ read: z.literal('on'), on: z.boolean() }),
    z.strictObject({ read: z.literal('done'), good: z.boolean() }),
  ]),
);
export type Said = z.output<typeof Said>;

export const instrumentOf = ({ read }: Said): Instrument =>
  read === 'lamps' ? 'plug' : read === 'volts' || read === 'hots' ? 'meter' : 'eye';

/** A box as it is wired, in short: see `wiredAs`. */
const shortly = onFirstUse(() => z.string().regex(/^[0-9a-f]{16}$/, 'must be 16 hexadecimal digits'));

/** One answer to one test. */
export const TestResult = onFirstUse(() =>
  z.strictObject({
    /** The test it answers. */
    // It names the switches that are thrown: as many as a box can have, each by its id.
    test: z.string().min(1, 'must name a test').max(8000, 'must be at most 8000 characters'),
    says: Said,
    at: z.iso.datetime(),
    by: oneLine(60).default(''),
    /** The box as it was then, in short: a reading of another wiring is none of this one. */
    of: shortly,
  }),
);
export type TestResult = z.output<typeof TestResult>;

/** The most answers a box keeps. */
export const RESULTS_MOST = 1000;

/** What may be said of a box whose tests were answered. */
export const VERDICTS = {
  passed: 'tested, passed',
  failed: 'tested, failed',
  open: 'not all tested',
} as const;
export type TestVerdict = keyof typeof VERDICTS;

const provings = onFirstUse(() =>
  z.array(z.iso.datetime()).max(200, 'must be at most 200 times').default([]),
);

export const Closing = onFirstUse(() =>
  z.strictObject({
    /** When an instrument was proved on a known live source, each time. */
    proved: z.strictObject({ plug: provings, meter: provings }).default({ plug: [], meter: [] }),
    results: z.array(TestResult).max(RESULTS_MOST, `must be at most ${RESULTS_MOST} answers`).default([]),
    /** What could be said of the whole after the newest answer. */
    outcome: z
      .strictObject({
        verdict: z.enum(Object.keys(VERDICTS) as [TestVerdict, ...TestVerdict[]]),
        at: z.iso.datetime(),
        of: shortly,
      })
      .optional(),
  }),
);
export type Closing = z.output<typeof Closing>;

/** An instrument that was proved serves a day’s work, in hours. Common practice, no source. */
export const PROVED_FOR = 12;

/** Whether an instrument was proved before a time and not too long before. @param at ISO date */
export function isProved(instrument: Instrument, at: string, { proved }: Closing): boolean {
  if (instrument === 'eye') return true;
  return proved[instrument].some((when) => {
    const since = Date.parse(at) - Date.parse(when);
    return since >= 0 && since <= PROVED_FOR * 3_600_000;
  });
}

/** What says nothing of how a box is wired. */
const BESIDE = new Set(['label', 'side', 'enters', 'depth', 'wide']);
const WIRED = new Set(['cable', 'conductors', 'ground', 'device', 'fixture']);

/** What may be said of a box as it is now: an outcome of another wiring says nothing of this one. */
export const outcomeOf = (
  box: Pick<BoxDocument, 'items' | 'work'>,
  { outcome, results }: Closing,
): TestVerdict | undefined =>
  results.length === 0 ? undefined : outcome?.of === wiredAs(box) ? outcome.verdict : 'open';

/**
 * The box as it is wired, in short: which cables and devices are in it and what each does. Ticks, names, the volume
 * and what it was found like change nothing.
 */
export function wiredAs({ items, work }: Pick<BoxDocument, 'items' | 'work'>): string {
  const pieces = items
    .filter(({ kind }) => WIRED.has(kind))
    .map((item) => Object.fromEntries(Object.entries(item).filter(([key]) => !BESIDE.has(key))));
  return digest(steady([pieces, work?.circuits.map(({ id, partner }) => ({ id, partner })) ?? []]));
}

/** JSON whose keys are in order: what is the same reads the same. */
const steady = (value: unknown): string =>
  JSON.stringify(value, (_key, one: unknown) =>
    typeof one === 'object' && one !== null && !Array.isArray(one)
      ? Object.fromEntries(Object.entries(one).sort(([a], [b]) => (a < b ? -1 : 1)))
      : one,
  );

/** FNV-1a, twice 32 bits, as 16 hexadecimal digits: it tells two boxes apart and guards against nothing. */
function digest(text: string): string {
  const half = (seed: number) => {
    let sum = seed;
    for (let at = 0; at < text.length; at += 1) sum = Math.imul(sum ^ text.charCodeAt(at), 0x01000193) >>> 0;
    return sum.toString(16).padStart(8, '0');
  };
  return half(0x811c9dc5) + half(0x9747b28c);
}
