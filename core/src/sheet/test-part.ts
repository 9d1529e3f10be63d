/** The tests of a closed box on its sheet, each with its reading. */
import { INSTRUMENTS, instrumentOf, type TestResult, VERDICTS, wiredAs } from '../box/closing.ts';
import type { BoxRecord, Job } from '../box/record.ts';
import { circuitsIn } from '../box/safety.ts';
import { closedOf, saidWords, STANDINGS } from '../close/closed.ts';
import { furtherOf, labelsOf } from '../close/further.ts';
import { againstPassing } from '../close/may-pass.ts';
import { walkOf } from '../close/walk.ts';
import { cap } from '../finding/say.ts';
import type { Planned } from '../plan/planned.ts';
import type { HouseRun } from '../run/run.ts';
import type { Part } from './part.ts';

export function testParts(
  record: BoxRecord,
  job: Pick<Job, 'name' | 'edition' | 'editionAssumed' | 'panel'>,
  planned: Planned,
  run: HouseRun,
  day: (iso: string) => string,
): Part[] {
  const { id, box, circuit } = record;
  const { closing } = record.seen;
  const { circuitry, work, plan } = planned;
  const { panel } = job;
  const against = againstPassing(record, job, planned);
  const legs = walkOf({
    physical: circuitry.physical,
    work,
    wiring: plan.wiring,
    further: furtherOf(run, id),
    labels: labelsOf(panel, circuitsIn({ circuit, box })),
    more: closing.results.map(({ test }) => test),
  });
  const closed = closedOf(legs, closing, wiredAs(box), against.length === 0);
  const all = closed.legs.flatMap(({ leg, tests }) => tests.map((tested) => ({ leg, ...tested })));
  const told = all.filter(({ result }) => result !== undefined);
  const open = all.length - told.length;
  // One person on one day is said once.
  const hands = new Set(told.map(({ result }) => (result === undefined ? '' : handOf(result, day))));
  const [hand] = hands.size === 1 ? hands : [];
  return [
    {
      title: 'Tests',
      widths: hand === undefined ? [44, 24, 32] : [50, 32, 18],
      rows: told.map(({ leg, test, result, standing, why }) => ({
        cells: [
          leg.id.startsWith('state|') && leg.id !== 'state|' ? `${leg.words}: ${test.words}` : test.words,
          result === undefined
            ? ''
            : `${saidWords(result.says)}: ${STANDINGS[standing]}${why === undefined ? '' : `. ${why}`}`,
          result === undefined
            ? ''
            : [
                INSTRUMENTS[instrumentOf(result.says)],
                ...(hand === undefined ? [handOf(result, day)] : []),
              ].join(', '),
        ],
      })),
      note:
        told.length === 0
          ? `Not tested: ${all.length} tests follow from its circuits.`
          : `${cap(VERDICTS[closed.verdict])}: ${closed.count.right} of ${all.length} right${open > 0 ? `, ${open} not tested` : ''}${hand === undefined ? '' : `; ${hand}`}.`,
    },
  ];
}

/** Who tested on which day. */
const handOf = ({ at, by }: TestResult, day: (iso: string) => string): string =>
  [day(at).split(', ')[0] ?? '', by].filter((one) => one !== '').join(', ');
