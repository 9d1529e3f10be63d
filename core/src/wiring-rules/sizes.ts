/** Pigtails are as thick as their breaker asks: hots and neutrals 240.4(D), grounds 250.122 or CEC Table 16. */
import { isGroundColour } from '../physical/pieces.ts';
import { nameOfCircuit, sharersOf } from '../physical/circuits.ts';
import { liveFrom, neutralsIn } from '../simulate/state.ts';
import { cap, type Subject, type WiringFinding, type WiringRule } from './subject.ts';

export const sizes: WiringRule = (subject) => {
  const { work, edition, pigtails, name } = subject;
  const breakers = work.circuits.flatMap(({ breaker }) => (breaker === undefined ? [] : [breaker]));
  const most = breakers.reduce<(typeof breakers)[number] | undefined>(
    (high, one) => (high === undefined || one > high ? one : high),
    undefined,
  );
  if (most === undefined) return [];
  const { leastGround, leastConductor } = edition.terminals;
  return [...pigtails].flatMap(([end, { size, colour }]): WiringFinding[] => {
    if (isGroundColour(colour)) {
      const least = leastGround.value[most];
      if (size <= least) return [];
      return [
        {
          code: 'thin-ground',
          severity: 'violation',
          section: leastGround.section,
          words: `${cap(name(end))} is a ${size} AWG ground with a ${most} A breaker in the box: ${least} AWG is the least.`,
          where: [end],
        },
      ];
    }
    return circuitsAt(subject, end).flatMap((id): WiringFinding[] => {
      const breaker = work.circuits.find((one) => one.id === id)?.breaker;
      if (breaker === undefined || size <= leastConductor.value[breaker]) return [];
      return [
        {
          code: 'thin-pigtail',
          severity: 'violation',
          section: leastConductor.section,
          words: `${cap(name(end))} is ${size} AWG on the ${breaker} A breaker of ${nameOfCircuit(work, id)}: ${leastConductor.value[breaker]} AWG is the least.`,
          where: [end],
        },
      ];
    });
  });
};

/** The circuits whose hot or neutral an end carries in some position. */
function circuitsAt({ states, work }: Subject, end: string): string[] {
  const found = new Set<string>();
  for (const { state } of states) {
    const held = state.held(end);
    for (const id of liveFrom(held)) found.add(id);
    for (const id of neutralsIn(held)) for (const one of sharersOf(work, id)) found.add(one);
  }
  return [...found].sort();
}
