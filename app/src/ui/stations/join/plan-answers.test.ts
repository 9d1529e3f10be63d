/** What passes to the planner's worker and back: it survives the crossing, and says the same as here. */
import { editionOf } from '@dense-pack/core/edition/index';
import { newKit, stockOf } from '@dense-pack/core/parts/kit';
import { drawWiring } from '@dense-pack/core/drawing/layout';
import { assemble, planBox } from '@dense-pack/core/plan/planned';
import { workOf } from '@dense-pack/core/plan/suggest';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { answerPlan, PlanAnswer, PlanQuestion } from './plan-answers';

function question(line: string) {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  return PlanQuestion.parse({ box: read.box, circuit: '5', edition: 'nec2023', kit: newKit(), mode: 'plan' });
}

test.each([
  '34 in3 plastic 2-gang, 14/2 feed, 14/2 leg "porch", 14/2 leg "hall", 2x switch',
  'box 4sq-2.125, 12/2 feed, 12/2 out, gfci',
  '18 in3, 12/2 feed, 40x switch, 40x 14/2 leg',
])('%s', (line) => {
  const asked = question(line);
  // As a worker's messages are copied.
  const { order, ...computed } = PlanAnswer.parse(structuredClone(answerPlan(structuredClone(asked))));
  const said = workOf(asked.box, '5');
  const there = assemble(asked.box, said, computed, editionOf('nec2023'), 'plan');
  const here = planBox(asked.box, said, editionOf('nec2023'), stockOf(newKit()));
  expect([there.good, there.troubles, there.wiring]).toEqual([here.good, here.troubles, here.wiring]);
  expect(there.plan.carries.get('j1')).toBe('G');
  expect(drawWiring(there.lines, there.faces, there.wiring, order)).toEqual(
    drawWiring(here.lines, here.faces, here.wiring),
  );
});

test('what is no box is refused at the border', () => {
  expect(() => answerPlan({ box: {}, circuit: '', edition: 'nec1900' })).toThrow();
  expect(PlanAnswer.safeParse({ plan: {} }).success).toBe(false);
});
