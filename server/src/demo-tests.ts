/** The tests of the demo house: invented answers, to the tests that really follow from its boxes. */
import { type Closing, Closing as Closings, type Said, wiredAs } from '@dense-pack/core/box/closing';
import type { BoxFields } from '@dense-pack/core/box/record';
import { circuitsIn } from '@dense-pack/core/box/safety';
import { answered } from '@dense-pack/core/close/closed';
import { furtherOf, labelsOf } from '@dense-pack/core/close/further';
import { type Test, walkOf } from '@dense-pack/core/close/walk';
import { DEFAULT_EDITION, editionOf } from '@dense-pack/core/edition/index';
import { physicalOf } from '@dense-pack/core/physical/physical';
import { planBox } from '@dense-pack/core/plan/planned';
import { workOf } from '@dense-pack/core/plan/suggest';
import type { HouseRun } from '@dense-pack/core/run/run';
import type { Panel } from '@dense-pack/core';

/** Who tests in the demo: invented. */
const WHO = 'R. Example';

/** What is read of a box in the demo where it is not as it should be, by what its test begins with. */
const WRONG: Readonly<Record<string, Readonly<Record<string, Said>>>> = {
  // LINE and LOAD of the GFCI are exchanged: pressed, it leaves its own outlet on.
  'demo-study-sink': { 'read|i3.0:outlet||i3.0': { read: 'on', on: true } },
};

/** Boxes of the demo that are tested. */
export const TESTED_BOXES: readonly string[] = ['demo-balcony-right', 'demo-study-sink'];

/** @param now when the first answer is given */
export function demoTests(
  id: string,
  { box, circuit }: Pick<BoxFields, 'box' | 'circuit'>,
  house: { readonly run: HouseRun; readonly panel: Panel },
  now: Date,
): Closing {
  const work = workOf(box, circuit);
  const planned = planBox(box, work, editionOf(DEFAULT_EDITION));
  const legs = walkOf({
    physical: physicalOf(box, work),
    work,
    wiring: planned.wiring,
    further: furtherOf(house.run, id),
    labels: labelsOf(house.panel, circuitsIn({ box, circuit })),
  });
  const at = (minutes: number) => new Date(now.getTime() + minutes * 60_000).toISOString();
  const of = wiredAs(box);
  const begun = Closings.parse({ proved: { plug: [at(0)], meter: [at(0)] } });
  return legs
    .flatMap(({ tests }) => tests)
    .reduce(
      (closing, test, nth) =>
        answered(
          legs,
          closing,
          {
            test: test.id,
            says: WRONG[id]?.[test.id] ?? asItShould(test),
            at: at(nth + 1),
            by: WHO,
            of,
          },
          planned.good,
        ),
      begun,
    );
}

function asItShould({ read, point }: Test): Said {
  if (read === 'hots') return { read, volts: 241 };
  if (read === 'receptacle') {
    const { HN = false, HG = false, NG = false } = point?.should ?? {};
    return { read: 'lamps', HN, HG, NG };
  }
  // What is read in another box goes dead with the GFCI before it.
  return read === 'on' ? { read, on: point?.should.on ?? false } : { read: 'done', good: true };
}
