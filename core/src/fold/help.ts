/** What would make a box fold, or fold more easily: each tried by the same way of folding, the best first. */
import { kindOf } from '../device/index.ts';
import type { BoxDocument } from '../box/document.ts';
import { gangsOf, withDeviceAt } from '../box/gangs.ts';
import { CONNECTORS } from '../connector/connectors.ts';
import type { Edition } from '../edition/index.ts';
import type { Joined } from './contents.ts';
import { type Fold, type FoldAnswer, foldBox, type FoldOptions } from './fold.ts';
import type { Solids } from './solids.ts';

export const HELP_KINDS = ['one-lever', 'lever', 'push', 'flat', 'deeper', 'extender', 'order'] as const;
export type HelpKind = (typeof HELP_KINDS)[number];

export interface Help {
  readonly kind: HelpKind;
  readonly fold: Fold;
  /** What it is done to, where it is one thing. */
  readonly what?: string;
  /** The box with its devices in another order, where that is what helps. */
  readonly box?: BoxDocument;
}

const PER_INCH = 64;
/** A box a quarter inch deeper; an extender of half an inch; a flat device. Common practice, no source. */
const TRIED = { deeper: PER_INCH / 4, extender: PER_INCH / 2, flat: PER_INCH } as const;
/** Less depth won than this is no help. */
const WORTH = PER_INCH / 16;
/** The most devices whose every order is tried. */
const ORDERED_MOST = 4;

const RANK: Readonly<Record<FoldAnswer, number>> = { unknown: -1, no: 0, tight: 1, yes: 2 };

/** Whether one answer is better than another. */
export const isBetter = (a: Fold, b: Fold): boolean =>
  RANK[a.fits] > RANK[b.fits] ||
  (RANK[a.fits] === RANK[b.fits] && (a.depthLeft ?? 0) >= (b.depthLeft ?? 0) + WORTH);

/** The smallest connectors of a family that take so many ends: one, or several in a row with a jumper between. */
function connectorsFor(family: 'lever' | 'push'): (ends: number) => readonly string[] {
  const kinds = CONNECTORS.filter((one) => one.family === family).sort(
    (a, b) => (a.ports ?? 0) - (b.ports ?? 0),
  );
  const largest = kinds.at(-1);
  return (ends) => {
    const one = kinds.find(({ ports = 0 }) => ports >= ends);
    if (one) return [one.id];
    const most = largest?.ports ?? 2;
    // Each further one takes a jumper from the one before: a port in both.
    const many = Math.ceil((ends - 2) / (most - 2));
    return Array.from({ length: many }, () => largest?.id ?? '');
  };
}

/** @param now how the box folds as it is planned @param solids typical, or as the person measured them */
export function helpsOf(
  box: BoxDocument,
  edition: Edition,
  planned: Joined | undefined,
  now: Fold,
  solids?: Solids,
): Help[] {
  if (now.fits === 'unknown') return [];
  const own = { quick: true, ...(solids ? { solids } : {}) };
  const lever = connectorsFor('lever');
  const blocking = now.why.flatMap((why) => (why.is === 'in the way' ? [why.what] : []))[0];
  const joint = blocking && /^joint \d+/.exec(blocking)?.[0];
  const tweaks: readonly (readonly [HelpKind, FoldOptions, string?])[] = [
    ...(planned && planned.wiring.joints.length > 0
      ? ([
          ...(joint
            ? [
                [
                  'one-lever',
                  {
                    connector: (ends: number, what: string) => (what === joint ? lever(ends) : undefined),
                  },
                  joint,
                ] as const,
              ]
            : []),
          ['lever', { connector: lever }],
          ['push', { connector: connectorsFor('push') }],
        ] as const)
      : []),
    ['flat', { flat: TRIED.flat }],
    ['deeper', { deeper: TRIED.deeper }],
    ['extender', { deeper: TRIED.extender }],
  ];
  const helps: Help[] = tweaks.map(([kind, tweak, what]) => ({
    kind,
    fold: foldBox(box, edition, planned, { ...own, ...tweak }),
    ...(what === undefined ? {} : { what }),
  }));
  const ids = gangsOf(box).map(({ item }) => item.id);
  if (ids.length > 1 && ids.length <= ORDERED_MOST)
    for (const id of ids)
      for (const at of ids.keys()) {
        const other = withDeviceAt(box, id, at);
        const fold = foldBox(other, edition, planned, own);
        const best = helps.find(({ kind }) => kind === 'order');
        if (best && !isBetter(fold, best.fold)) continue;
        helps.splice(0, helps.length, ...helps.filter(({ kind }) => kind !== 'order'), {
          kind: 'order',
          fold,
          box: other,
        });
      }
  return helps
    .filter(({ fold }) => isBetter(fold, now))
    .sort(
      (a, b) => RANK[b.fold.fits] - RANK[a.fold.fits] || (b.fold.depthLeft ?? 0) - (a.fold.depthLeft ?? 0),
    );
}

const HELP_WORDS: Readonly<Record<Exclude<HelpKind, 'one-lever'>, string>> = {
  lever: 'Lever connectors in place of these',
  push: 'Push-in connectors in place of these',
  flat: 'Devices no deeper than 1 in',
  deeper: 'A box ¼ in deeper',
  extender: 'An extender or ring of ½ in',
  order: 'The devices in another order',
};

export const helpWords = ({
  kind,
  what,
}: {
  readonly kind: HelpKind;
  readonly what?: string | undefined;
}): string => (kind === 'one-lever' ? `Levers for ${what ?? 'one joint'} alone` : HELP_WORDS[kind]);

/** The box with a deeper device in place of each of its switches: is there room for it later? */
export const withSmartSwitches = (box: BoxDocument): BoxDocument => ({
  ...box,
  items: box.items.map((item) =>
    item.kind === 'device' && kindOf(item.device).smartInItsPlace
      ? { ...item, device: 'smart' as const, depth: '1.5 in' }
      : item,
  ),
});
