/** What must hold when a device is taken out, a GFCI trips, a breaker is off. */
import { sharersOf } from '../physical/circuits.ts';
import type { ProofContext } from './proof-context.ts';
import { fedFrom, isGrounded, neutralsIn, type State } from './state.ts';

/** With each device taken out every other ground and every multiwire neutral stays whole. */
export function checkGroundsAndNeutrals({
  circuitry,
  prepared,
  work,
  required,
  add,
  section,
}: ProofContext): void {
  const { physical } = circuitry;
  // Where no ground comes into the box there is none to lose: that is told of the plan itself.
  const hasGround = physical.sources.some(({ held }) => held.kind === 'ground');
  const ungrounded = (state: State, without?: string) =>
    hasGround
      ? physical.grounded.filter(({ node, of }) => of !== without && !isGrounded(state.held(node)))
      : [];
  for (const { node } of ungrounded(prepared.at({ positions: {} })))
    add('no-ground', { node }, { ends: [node] });
  // Whatever hangs on a neutral that circuits share. Behind a GFCI it is one circuit again.
  const shared = required.filter(
    ({ use, circuit: of, guard }) =>
      of !== undefined && guard === undefined && !use.doubled && sharersOf(work, of).length > 1,
  );
  for (const { key } of physical.devices) {
    const state = prepared.at({ positions: {}, without: key });
    for (const { node } of ungrounded(state, key))
      add(
        'device-carries-ground',
        { device: key, node, rule: section('device-bond') },
        { pieces: [key], ends: [node] },
      );
    for (const { use, circuit: of = '' } of shared)
      if (use.of !== key && neutralsIn(state.held(use.neutral)).length === 0)
        add(
          'device-carries-neutral',
          { use: use.id, device: key, circuit: of, rule: section('multiwire-neutral') },
          { pieces: [key], ends: [use.neutral] },
        );
  }
}

/** With a GFCI tripped what it protects is dead, and all else goes on. */
export function checkGuard({ circuitry, prepared, required, add }: ProofContext, of: string): void {
  const positions = Object.fromEntries(circuitry.physical.switches.map(({ id }) => [id, 1]));
  const [sound, tripped] = [prepared.at({ positions }), prepared.at({ positions, tripped: [of] })];
  const guardOf = new Map(required.map((one) => [one.use.of, one.guard]));
  // A GFCI fed by another is behind that one too.
  const behind = (guard: string | undefined, steps = 0): boolean =>
    guard !== undefined && steps < 8 && (guard === of || behind(guardOf.get(guard), steps + 1));
  for (const { use, guard } of required) {
    const before = fedFrom(sound, use) !== undefined;
    const after = fedFrom(tripped, use) !== undefined;
    if (guard === of && after)
      add('unguarded', { use: use.id, guard: of }, { pieces: [use.of], ends: [use.hot] });
    if (!behind(guard) && use.of !== of && before && !after)
      add('guard-kills', { use: use.id, guard: of }, { pieces: [use.of], ends: [use.hot] });
  }
}

/** With a breaker off all of its circuit is dead, and all of the others goes on. */
export function checkBreaker({ circuitry, prepared, required, add }: ProofContext, id: string): void {
  const positions = Object.fromEntries(circuitry.physical.switches.map(({ id: one }) => [one, 1]));
  const [on, off] = [prepared.at({ positions }), prepared.at({ positions, off: [id] })];
  for (const { use, circuit: of } of required) {
    if (use.doubled) continue;
    const [before, after] = [fedFrom(on, use), fedFrom(off, use)];
    const at = () => ({ pieces: [use.of], ends: [use.hot], circuits: [id] });
    if (of === id && after !== undefined)
      add('wrong-circuit', { use: use.id, why: 'stays-live', circuit: id }, at());
    if (of !== id && before !== undefined && after === undefined)
      add('wrong-circuit', { use: use.id, why: 'goes-dead', circuit: id }, at());
  }
}
