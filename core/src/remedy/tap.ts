/**
 * Which of the boxes within reach can feed a new outlet (docs/trade.md#where-to-tap): it must have the right hot, that
 * circuit's neutral, a ground, conductors of the breaker's size, room after the change, and a circuit that
 * may be extended. Each loser is told why it lost.
 */
import type { BoxDocument, ItemOf } from '../box/document.ts';
import { addItem } from '../box/edit.ts';
import type { NewId } from '../box/piece-id.ts';
import { dutyOf, roleOf } from '../box/work.ts';
import { isKind } from '../check/finding.ts';
import type { Edition, Size } from '../edition/index.ts';
import { type Tally, tally } from '../fill/tally.ts';
import { verdictWords } from '../fill/verdict.ts';
import { DEFAULT_WEIGHTS, type Proposal, type Weights } from './remedy.ts';
import { findRemedies } from './search.ts';

/** A box one might tap. */
export interface TapBox {
  readonly id: string;
  readonly name: string;
  readonly room: string;
  readonly circuit: string;
  readonly box: BoxDocument;
  /** Way of the cable, in feet, where it is known. */
  readonly distance?: number;
  /** How it stands in the run of the house, where its cables are linked. */
  readonly run?: {
    /** No cable takes the circuit on from it. */
    readonly end: boolean;
    /** GFCIs of other boxes before it, as they are called. */
    readonly behind: readonly string[];
  };
}

/** What is wanted. */
export interface TapWish {
  /** `constant`: always on; `switched`: with an existing switch. */
  readonly hot: 'constant' | 'switched';
  readonly size: Size;
  /** Insulated conductors of the new cable. */
  readonly conductors: 2 | 3;
  readonly circuit?: string;
}

export interface Tap {
  readonly from: TapBox;
  /** The box with the new cable, and its count. */
  readonly box: BoxDocument;
  readonly after: Tally;
  /** Why it cannot feed it; empty for one that can. */
  readonly against: readonly string[];
  /** What must be looked at, or changed, first. */
  readonly needs: readonly string[];
  /** What follows from where it stands in the run, in sentences. */
  readonly notes: readonly string[];
  /** The cheapest change that makes it legal, where it is over after the tap. */
  readonly remedy?: Proposal;
  readonly weight: number;
}

/** Places whose circuits may not serve other rooms (NEC 210.11(C), 210.52(B), from memory). */
const KEPT = ['kitchen', 'laundry', 'bath'] as const;
/** What a foot of cable counts for, in minutes. Common practice, no source. */
const FOOT = 1.5;

function against(
  from: TapBox,
  wish: TapWish,
  cables: readonly ItemOf<'cable'>[],
  edition: Edition,
): string[] {
  const { site } = from.box;
  const { leastConductor } = edition.terminals;
  const told = cables.filter(({ duty }) => duty !== undefined);
  const roles = new Set(told.map(({ duty }) => roleOf(duty)));
  const all = told.length === cables.length;
  const reasons: string[] = [];
  if (cables.length === 0) return ['no cable is recorded in it'];
  if (all && roles.size === 1 && roles.has('loop'))
    reasons.push('only a switch loop comes to it: there is no neutral');
  const constant = [...roles].some((role) => role === 'feed' || role === 'out');
  if (wish.hot === 'constant' && all && !constant && !roles.has('loop'))
    reasons.push('every hot in it is switched: the new outlet would go off with the light');
  if (wish.hot === 'switched' && all && !roles.has('leg')) reasons.push('no switched hot is in it');
  if (cables.every(({ ground }) => !ground)) reasons.push('no equipment ground is in it');
  if (site?.breaker !== undefined && wish.size > leastConductor.value[site.breaker])
    reasons.push(
      `its breaker of ${site.breaker} A wants ${leastConductor.value[site.breaker]} AWG, not ${wish.size}`,
    );
  if (site?.place !== undefined && KEPT.some((place) => place === site.place))
    reasons.push(`the circuits of the ${site.place} may not serve other rooms`);
  if (wish.circuit !== undefined && from.circuit !== wish.circuit)
    reasons.push(`it is on circuit ${from.circuit === '' ? 'unknown' : from.circuit}, not ${wish.circuit}`);
  return reasons;
}

/** All boxes, those that can feed it first, each with its reason. */
export function findTaps(
  boxes: readonly TapBox[],
  editionOf: (box: BoxDocument) => Edition,
  wish: TapWish,
  newId: NewId,
  weights: Weights = DEFAULT_WEIGHTS.value,
): Tap[] {
  return boxes
    .map((from): Tap => {
      const { box } = from;
      const edition = editionOf(box);
      const cables = box.items.filter(isKind('cable'));
      const next = addItem(
        box,
        {
          kind: 'cable',
          size: wish.size,
          conductors: wish.conductors,
          make: 'nm',
          ground: true,
          duty: dutyOf('out'),
        },
        newId,
      ).box;
      const after = tally(next, edition);
      const reasons = against(from, wish, cables, edition);
      const needs: string[] = [];
      if (cables.some(({ duty }) => duty === undefined)) needs.push('test and tag its cables first');
      if (box.site?.breaker === undefined) needs.push('find its breaker');
      if (cables.some(({ duty }) => ['leg', 'loop'].includes(roleOf(duty) ?? '')))
        needs.push('prove the neutral: it must be of the same circuit');
      let remedy: Proposal | undefined;
      if (after.verdict === 'over') {
        remedy = findRemedies(next, edition, after, { weights, newId }).proposals.find(
          ({ ids }) => !ids.some((id) => id.startsWith('move:') || id.startsWith('junction:')),
        );
        if (!remedy) reasons.push(`there is no room: ${verdictWords(after)}, and nothing cures it`);
      }
      if (after.verdict === 'unknown') reasons.push('it has no legal volume: read its stamp or replace it');
      const devices = box.items.filter(isKind('device'));
      const notes = (from.run?.behind ?? []).map(
        (guard) => `It is behind the ${guard}: what is added is protected by it, and goes off with it.`,
      );
      // The end of a run has free screws.
      const ends = from.run?.end ?? (cables.length === 1 && devices.length > 0);
      const weight = (remedy?.weight ?? 0) + (from.distance ?? 20) * FOOT + (ends ? 0 : 6) + needs.length * 4;
      return {
        from,
        box: next,
        after,
        against: reasons,
        needs,
        notes,
        ...(remedy ? { remedy } : {}),
        weight,
      };
    })
    .sort(
      (a, b) =>
        a.against.length - b.against.length || a.weight - b.weight || (a.from.id < b.from.id ? -1 : 1),
    );
}
