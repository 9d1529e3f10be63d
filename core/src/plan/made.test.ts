/** Ticks hold for what they were ticked for. No published source: a record of work must not say more than was done. */
import type { BoxDocument } from '../box/document.ts';
import { type MadeUp, madeUp } from '../box/made-up.ts';
import type { WorkPlan } from '../box/work.ts';
import { editionOf } from '../edition/index.ts';
import { boxOf, LAYOUTS } from '../tests/harder-layouts.ts';
import { allMade, withPlan } from './made.ts';
import { workOf } from './suggest.ts';
import { synthesise } from './synthesise.ts';

const nec = editionOf('nec2023');
const planned = (box: BoxDocument, work: WorkPlan, made: readonly MadeUp[] = []) =>
  withPlan(work, synthesise(box, work, nec).wiring, made);
/** What is kept of the ticks of a plan. */
const kept = ({ made, plan }: WorkPlan): MadeUp[] => (plan ? madeUp(made, plan) : []);

/** Everything of a plan ticked. */
function ticked(box: BoxDocument, work = workOf(box)): WorkPlan {
  const with_ = planned(box, work);
  const { joints, lands } = with_.plan ?? { joints: [], lands: [] };
  const ids = [...joints.map(({ id }) => id), ...lands.map(({ at }) => `land:${at}`)];
  return { ...with_, made: [...new Set(ids)] };
}

/** The ticked joints, by what they carry. */
function joined(box: BoxDocument, work: WorkPlan): string[] {
  const { carries, wiring } = synthesise(box, work, nec);
  return wiring.joints.flatMap(({ id }) => (work.made.includes(id) ? [carries.get(id) ?? ''] : [])).sort();
}

test('a plan made again keeps every tick, whatever its joints and pigtails are numbered', () => {
  for (const { box, work } of LAYOUTS) {
    const done = ticked(box, work);
    const again = planned(box, done, kept(done));
    expect([...again.made].sort()).toEqual([...done.made].sort());
    if (done.plan && done.plan.joints.length > 0) {
      const other = <T extends string>(text: T) =>
        text.replace(/^(p:p|p|j)(\d+)$/, (_all, kind, number) => `${kind}${Number(number) + 50}`) as T;
      const plan = {
        ...done.plan,
        joints: done.plan.joints.map((one) => ({ ...one, id: other(one.id), ends: one.ends.map(other) })),
        pigtails: done.plan.pigtails.map((one) => ({ ...one, id: other(one.id) })),
        lands: done.plan.lands.map((one) => ({ ...one, end: other(one.end) })),
      };
      const renumbered = withPlan(done, plan, kept(done));
      expect(renumbered.made.length).toBe(done.made.length);
      expect(allMade(renumbered).joined).toBe(true);
    }
  }
});

test('a cable more takes off the ticks of the joints it comes into and of what they feed, and of nothing else', () => {
  const before = boxOf('32 in3, 14/2 feed, 14/2 load "porch", 14/2 load "hall", switch, smart');
  const done = ticked(before);
  expect(allMade(done)).toEqual({ joined: true, landed: true });
  const after = boxOf('32 in3, 14/2 feed, 14/2 load "porch", 14/2 load "hall", switch, smart, 14/2 out');
  const now = planned(after, workOf(after), kept(done));
  expect(allMade(now)).toEqual({ joined: false, landed: false });
  // The load of the smart switch is a lead: joined with the hall’s black, and left as it was.
  expect(joined(before, done)).toEqual(['G', 'H:a', 'N:a', 'S:i5.0']);
  expect(joined(after, now)).toEqual(['S:i5.0']);
  expect(now.made).toContain('land:t:i4.0:load');
  expect(now.made).not.toContain('land:t:i4.0:line');
  expect(now.made).not.toContain('land:t:i4.0:ground');
});

test('a cable fewer, another control, nothing kept: no tick says more than was done', () => {
  const before = boxOf('32 in3, 12/2 feed, 2x 12/2 out, duplex');
  const after = boxOf('32 in3, 12/2 feed, 12/2 out, duplex');
  expect(planned(after, workOf(after), kept(ticked(before))).made).toEqual([]);
  expect(planned(before, ticked(before)).made).toEqual([]);
  // A tick of what is in no plan is not kept.
  const { plan } = ticked(before);
  expect(plan && madeUp(['j99', 'land:t:i99.0:line'], plan)).toEqual([]);
});
