/** What a test can say of a cable that behaves so. */
import { isGroundColour } from '../physical/pieces.ts';
import type { Volts } from '../box/reading.ts';
import type { Behaviour } from './behaviours.ts';
import { type ComesOn, type Continuity, type Look, pairOf, type Potential } from './look.ts';

export type Far = 'on' | 'off' | undefined;

/** A test within one cable. */
export type CableTest =
  | { readonly test: 'volts' | 'continuity'; readonly pair: readonly [string, string]; readonly far: Far }
  | { readonly test: 'energize'; readonly far: Far };
export type Outcome = Volts | Continuity | ComesOn;

/** A cable as it looks with its far switch thrown so, or left as it stood. */
export function lookOf({ looks, rest }: Behaviour, far: Far): Look | undefined {
  if (looks.length < 2) return looks[0];
  return looks[far === undefined ? rest : far === 'on' ? 1 : 0];
}

const UNSTEADY: readonly Volts[] = ['float', '0'];
const ZERO: readonly Volts[] = ['0'];
const LINE: readonly Volts[] = ['120'];
const BOTH: readonly Volts[] = ['240'];
const PERHAPS: readonly Volts[] = ['float', '0', '120'];

/** What a meter may say between two conductors at these potentials: on a floating one a stray, or nothing. */
export function voltsBetween(a: Potential, b: Potential): readonly Volts[] {
  if (a === 'floating' || b === 'floating') return UNSTEADY;
  if (a === b) return ZERO;
  return a === 'zero' || b === 'zero' ? LINE : BOTH;
}

/** Between two cables: the ground of a dead one may be bonded elsewhere. */
export function voltsAcross(
  one: { readonly look: Look; readonly colour: string },
  two: { readonly look: Look; readonly colour: string },
): readonly Volts[] {
  const at = ({ look, colour }: typeof one) => look.potential[colour] ?? 'floating';
  const [a, b] = [at(one), at(two)];
  const loose = ({ colour }: typeof one, potential: Potential) =>
    potential === 'floating' && isGroundColour(colour);
  return loose(one, a) || loose(two, b) ? PERHAPS : voltsBetween(a, b);
}

/** What a test can say, where the cable behaves so. */
export function outcomesOf(behaviour: Behaviour, test: CableTest): readonly Outcome[] {
  if (test.test === 'energize') return comesOnOf(behaviour, test.far);
  const look = lookOf(behaviour, test.far);
  if (!look) return [];
  const [a, b] = test.pair;
  if (test.test === 'continuity') return look.continuity[pairOf(a, b)] ?? [];
  return voltsBetween(look.potential[a] ?? 'floating', look.potential[b] ?? 'floating');
}

const NOTHING: readonly ComesOn[] = ['nothing', 'switch'];
/** Behind a far switch that is off nothing comes on, but for what is found live at the switch itself. */
function comesOnOf(behaviour: Behaviour, far: Far): readonly ComesOn[] {
  const { comesOn, looks, rest, role } = behaviour;
  const on = far === undefined ? rest === 1 : far === 'on';
  if (role !== 'feed-out' || looks.length < 2) return comesOn;
  return on ? comesOn.filter((one) => one !== 'nothing') : NOTHING;
}
