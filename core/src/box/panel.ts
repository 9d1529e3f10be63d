/**
 * The panel directory of a job: the circuits of a house, kept once (docs/trade.md#making-safe, #identifying). A box names its circuits by
 * what stands on the breaker: its space, or its label.
 */
import { z } from 'zod';
import { BREAKERS } from '../edition/index.ts';
import { oneLine } from './one-line.ts';
import { keysOf } from './words.ts';
import { onFirstUse } from '../schema/on-first-use.ts';

/** How the breaker of a circuit was found, the surest last. */
export const FOUND_BY = {
  label: 'by its label',
  tracer: 'by a tracer',
  lamp: 'by a lamp, thrown',
} as const;
export type FoundBy = keyof typeof FOUND_BY;

/** What a breaker protects against beside overcurrent, as somebody read on it. */
export const PROTECTION_WORDS = { gfci: 'ground fault', afci: 'arc fault', dual: 'both' } as const;

const id = onFirstUse(() => z.string().regex(/^[a-z0-9-]{1,40}$/, 'must be 1 to 40 of a–z, 0–9 and “-”'));

/** The most spaces of a panel. */
export const SPACES_MOST = 84;

export const PanelCircuit = onFirstUse(() =>
  z.strictObject({
    id,
    /** The space its breaker takes; a two-pole one takes the second after it too. */
    space: z
      .int('must be a whole number')
      .min(1, 'must be a space from 1')
      .max(SPACES_MOST, `must be a space up to ${SPACES_MOST}`),
    poles: z.literal([1, 2], { error: 'must be 1 or 2 poles' }).default(1),
    /** The breaker whose handle is tied to its own: they go off together (210.4(B), 210.7; from memory). */
    tie: id.optional(),
    amps: z.literal([...BREAKERS]).optional(),
    /** The label as it was found. */
    label: oneLine(80).default(''),
    /** The label as it ought to be, where it was wrong or missing. */
    corrected: oneLine(80).optional(),
    /** What its breaker protects against, as somebody read on it. */
    protection: z.enum(keysOf(PROTECTION_WORDS)).optional(),
    foundBy: z.enum(Object.keys(FOUND_BY) as [FoundBy, ...FoundBy[]]).optional(),
    /** How strong the tracer was at it, pass by pass, 0 to 10. */
    passes: z
      .array(z.int().min(0, 'must be 0 to 10').max(10, 'must be 0 to 10'))
      .max(6, 'must be at most 6 passes')
      .default([]),
    /** The most minutes it may be off at a stretch: a freezer, a medical device. */
    offMost: z
      .int('must be whole minutes')
      .min(1, 'must be at least 1 minute')
      .max(10_000, 'must be at most 10000 minutes')
      .optional(),
    /** Why it may not be off longer. */
    because: oneLine(80).optional(),
  }),
);
export type PanelCircuit = z.output<typeof PanelCircuit>;

/** The spaces a breaker takes: `3`, or `3` and `5`. Common practice: the two poles stand one under the other. */
export const spacesOf = ({ space, poles }: Pick<PanelCircuit, 'space' | 'poles'>): readonly number[] =>
  poles === 2 ? [space, space + 2] : [space];

export const Panel = onFirstUse(() =>
  z
    .strictObject({
      circuits: z.array(PanelCircuit).max(SPACES_MOST, `must be at most ${SPACES_MOST} circuits`).default([]),
    })
    .superRefine(({ circuits }, problem) => {
      const taken = new Map<number, number>();
      const ids = new Set(circuits.map((one) => one.id));
      circuits.forEach((one, nth) => {
        for (const space of spacesOf(one)) {
          const other = taken.get(space);
          if (other !== undefined)
            problem.addIssue({
              code: 'custom',
              path: ['circuits', nth, 'space'],
              message: `space ${space} is taken by circuit ${circuits[other]?.space ?? ''} already; accepted is a space that is free`,
            });
          taken.set(space, nth);
        }
        if (one.tie !== undefined && (!ids.has(one.tie) || one.tie === one.id))
          problem.addIssue({
            code: 'custom',
            path: ['circuits', nth, 'tie'],
            message: 'must name another circuit of the panel',
          });
      });
      if (ids.size < circuits.length)
        problem.addIssue({ code: 'custom', path: ['circuits'], message: 'two circuits have the same id' });
    }),
);
export type Panel = z.output<typeof Panel>;
export const NO_PANEL: Panel = { circuits: [] };

/** What a circuit is called in a box: its space, or both of them. @example nameInPanel({space: 3, poles: 2}) // '3/5' */
export const nameInPanel = (one: Pick<PanelCircuit, 'space' | 'poles'>): string => spacesOf(one).join('/');

/** The label that counts: as it was corrected, else as it was found. */
export const labelOf = ({ label, corrected }: Pick<PanelCircuit, 'label' | 'corrected'>): string =>
  corrected ?? label;

/** Whether the label that was found is wrong. */
export const isMislabelled = ({ label, corrected }: Pick<PanelCircuit, 'label' | 'corrected'>): boolean =>
  corrected !== undefined && corrected !== label;

const folded = (text: string) => text.trim().toLowerCase();

/** The circuit a box means by a name: one of its spaces, or its label. */
export function circuitNamed({ circuits }: Panel, name: string): PanelCircuit | undefined {
  const said = folded(name);
  if (said === '') return undefined;
  return (
    circuits.find(
      (one) => folded(nameInPanel(one)) === said || spacesOf(one).some((at) => `${at}` === said),
    ) ?? circuits.find((one) => folded(labelOf(one)) === said)
  );
}

/** The breakers that go off with one: those whose handles are tied to it, however far. */
export function tiedTo({ circuits }: Panel, one: PanelCircuit): readonly PanelCircuit[] {
  const all = new Set([one.id]);
  for (let grew = true; grew;) {
    grew = false;
    for (const { id: other, tie } of circuits) {
      if (tie === undefined || all.has(other) === all.has(tie)) continue;
      all.add(other).add(tie);
      grew = true;
    }
  }
  return circuits.filter(({ id: other }) => other !== one.id && all.has(other));
}

/** Whether two circuits are known to go off with one handle: a two-pole breaker, or tied ones. */
export function goOffTogether(panel: Panel, a: string, b: string): boolean {
  const [one, other] = [circuitNamed(panel, a), circuitNamed(panel, b)];
  if (!one || !other) return false;
  return one.id === other.id || tiedTo(panel, one).some(({ id: tied }) => tied === other.id);
}

/**
 * Which breaker a tracer points to: the strongest of the last pass in which it was held to each (docs/trade.md#identifying: a
 * weak second pass beats the first). Undefined where fewer than two were traced, or two are as strong.
 */
export function traced({ circuits }: Panel): PanelCircuit | undefined {
  const most = Math.max(0, ...circuits.map(({ passes }) => passes.length));
  const last = circuits.filter(({ passes }) => passes.length === most && most > 0);
  const strength = ({ passes }: PanelCircuit) => passes.at(-1) ?? 0;
  const [first, second] = [...last].sort((a, b) => strength(b) - strength(a));
  if (!first || !second || strength(first) === strength(second)) return undefined;
  return first;
}
