/** A Canadian box is judged by its own code: nothing that Join says of it cites a section of the NEC. */
import { saidOf } from '../tests/words.ts';
import { editionOf } from '../edition/index.ts';
import { planBox } from '../plan/planned.ts';
import { LAYOUTS } from '../tests/harder-layouts.ts';
import type { Wiring } from '../box/work.ts';
import { judgeWiring } from './judge.ts';

const NEC_SECTION = /\b\d{3}\.\d+|Table 250/;

test.each(['cec2018', 'cec2021'] as const)(
  '%s: plans, obstacles, faults and rules over all layouts',
  (id) => {
    const cec = editionOf(id);
    let said = 0;
    for (const { box, work } of LAYOUTS) {
      const { plan, troubles, findings, proof } = planBox(box, work, cec);
      // Each wiring with its conductors dropped and exchanged, so that every rule has something to say.
      const [first] = plan.wiring.joints;
      const wrong: Wiring[] = [
        { ...plan.wiring, marked: [], lands: plan.wiring.lands.slice(1) },
        { ...plan.wiring, joints: plan.wiring.joints.slice(1) },
        {
          ...plan.wiring,
          lands: plan.wiring.lands.map(({ at }, nth, all) => ({
            end: all[(nth + 1) % all.length]?.end ?? '',
            at,
          })),
          backstabbed: first?.ends.slice(0, 1) ?? [],
        },
      ];
      const judged = wrong.map((wiring) => judgeWiring(box, work, wiring, cec));
      const words = [
        ...troubles,
        ...plan.notes,
        ...plan.obstacles.map(({ section }) => section),
        ...[{ findings, proof }, ...judged].flatMap((one) => [
          ...one.findings.map(({ section }) => section),
          ...saidOf({ box, work }, [...one.findings, ...one.proof.faults]),
        ]),
      ];
      said += words.length;
      expect(words.filter((text) => NEC_SECTION.test(text))).toEqual([]);
    }
    expect(said).toBeGreaterThan(1000);
  },
);
