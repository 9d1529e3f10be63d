/** A Canadian box is judged by its own code: nothing that Join says of it cites a section of the NEC. */
import { workOf } from '../plan/suggest.ts';
import { boxOf } from '../tests/layouts.ts';
import { saidOf } from '../tests/words.ts';
import { type EditionId, editionOf } from '../edition/index.ts';
import { planBox } from '../plan/planned.ts';
import { LAYOUTS } from '../tests/harder-layouts.ts';
import type { Wiring } from '../wiring/wiring.ts';
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
            end: all[(nth + 1) % all.length]?.end ?? 'p:p1',
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

/** The plan of a line by an edition, with a way of grounding devices. */
function plan(line: string, edition: EditionId, ground: 'pigtail' | 'self-grounding' | 'yoke' = 'pigtail') {
  const box = boxOf(line);
  const work = workOf(box);
  return planBox(box, { ...work, schools: { ...work.schools, ground } }, editionOf(edition));
}
const landed = ({ wiring }: ReturnType<typeof plan>) => wiring.lands.map(({ at }) => at);

test('the bare bonding conductor of armored cable is joined and landed in Canada; its armor grounds in the NEC (10-610, 320.108; memory)', () => {
  const line = 'box 4sq-1.5 metal, 14/2 ac feed, 14/2 ac leg, switch';
  const grounds = (edition: EditionId) =>
    plan(line, edition).wiring.joints.flatMap(({ ends }) => ends.filter((end) => end.endsWith(':bare')));
  expect(grounds('cec2021')).toHaveLength(2);
  expect(grounds('nec2023')).toHaveLength(0);
  expect(plan(line, 'cec2021').good).toBe(true);
});

test('receptacles are bonded by wire in Canada, switches by their screws in both codes (404.9(B), 250.146(B); memory)', () => {
  const outlet = 'box 4sq-1.5 metal, 14/2 feed, duplex';
  const light = 'box 4sq-1.5 metal, 14/2 feed, 14/2 leg, switch';
  const wired = (line: string, edition: EditionId, ground: 'self-grounding' | 'yoke') => {
    const planned = plan(line, edition, ground);
    expect([line, edition, ground, planned.good]).toEqual([line, edition, ground, true]);
    return landed(planned).some((at) => at.endsWith(':ground') && at.startsWith('t:'));
  };
  expect(wired(outlet, 'cec2021', 'yoke')).toBe(true);
  expect(wired(outlet, 'cec2021', 'self-grounding')).toBe(true);
  expect(wired(outlet, 'nec2023', 'self-grounding')).toBe(false);
  expect(wired(outlet, 'nec2023', 'yoke')).toBe(true);
  for (const edition of ['cec2021', 'nec2023'] as const) expect(wired(light, edition, 'yoke')).toBe(false);
});
