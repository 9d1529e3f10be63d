/** Pigtails are as thick as their breaker asks: hots and neutrals 240.4(D), grounds 250.122 or CEC Table 16. */
import { BOX_SCREW, type End } from '../wiring/end.ts';
import { isGroundColour } from '../physical/pieces.ts';
import { sharersOf } from '../physical/circuits.ts';
import { liveFrom, neutralsIn } from '../simulate/state.ts';
import { type Subject, type WiringFinding, type WiringRule, wrong } from './subject.ts';

export const sizes: WiringRule = (subject) => {
  const { work, edition, pigtails } = subject;
  const breakers = work.circuits.flatMap(({ breaker }) => (breaker === undefined ? [] : [breaker]));
  const most = breakers.reduce<(typeof breakers)[number] | undefined>(
    (high, one) => (high === undefined || one > high ? one : high),
    undefined,
  );
  if (most === undefined) return [];
  const { leastGround, leastConductor } = edition.terminals;
  return [...pigtails].flatMap(([end, { size, colour }]): WiringFinding[] => {
    if (isGroundColour(colour) || isMeantAsGround(subject, end)) {
      const least = leastGround.value[most];
      if (size <= least) return [];
      return [
        wrong('thin-ground', { end, size, breaker: most, least }, { ends: [end] }, leastGround.section),
      ];
    }
    return circuitsAt(subject, end).flatMap((id): WiringFinding[] => {
      const breaker = work.circuits.find((one) => one.id === id)?.breaker;
      if (breaker === undefined || size <= leastConductor.value[breaker]) return [];
      const least = leastConductor.value[breaker];
      return [
        wrong(
          'thin-pigtail',
          { end, size, breaker, circuit: id, least },
          { ends: [end] },
          leastConductor.section,
        ),
      ];
    });
  });
};

/** Whether an end is a ground by where it is, whatever its color: on a ground terminal, or in a joint with a ground conductor. */
function isMeantAsGround({ wiring, ports, colourOf }: Subject, end: End): boolean {
  const isOnGround = wiring.lands.some(
    ({ end: landed, at }) => landed === end && (at === BOX_SCREW || ports.get(at)?.port.metal === 'green'),
  );
  return (
    isOnGround ||
    wiring.joints.some(
      ({ ends }) => ends.includes(end) && ends.some((one) => isGroundColour(colourOf(one) ?? '')),
    )
  );
}

/** The circuits whose hot or neutral an end carries in some position. */
function circuitsAt({ states, work }: Subject, end: End): string[] {
  const found = new Set<string>();
  for (const { state } of states) {
    const held = state.held(end);
    for (const id of liveFrom(held)) found.add(id);
    for (const id of neutralsIn(held)) for (const one of sharersOf(work, id)) found.add(one);
  }
  return [...found].sort();
}
