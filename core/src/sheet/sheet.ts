/**
 * The sheet of a box: what is known of it on one page, as plain content. The server sets it as PDF and the browser as
 * a print view; neither decides anything.
 */
import { INSTRUMENTS, instrumentOf, outcomeOf, type TestResult, VERDICTS, wiredAs } from '../box/closing.ts';
import { difference } from '../box/difference.ts';
import type { BoxDocument } from '../box/document.ts';
import type { BoxRecord, Job } from '../box/record.ts';
import { gangsOf } from '../box/gangs.ts';
import { circuitsIn } from '../box/safety.ts';
import { STAGES } from '../box/words.ts';
import { certaintyOf } from '../certainty/certainty.ts';
import { type BoxVerdict, boxVerdict } from '../check/box-verdict.ts';
import { checkBox } from '../check/check-box.ts';
import { closedOf, saidWords, STANDINGS } from '../close/closed.ts';
import { furtherOf, labelsOf } from '../close/further.ts';
import { againstPassing } from '../close/may-pass.ts';
import { walkOf } from '../close/walk.ts';
import type { Edition } from '../edition/edition.ts';
import { editionOf } from '../edition/index.ts';
import { type Amount, showAmount, unitName } from '../fill/amount.ts';
import { type Tally, tally } from '../fill/tally.ts';
import { verdictWords } from '../fill/verdict.ts';
import { sentenceOf, wordsOf } from '../finding/finding.ts';
import { cap, plainSayer } from '../finding/say.ts';
import { type Fold, foldBox } from '../fold/fold.ts';
import { workRoom } from '../fold/work-room.ts';
import { surroundingsOf, withSurroundings } from '../run/surroundings.ts';
import { partsOf } from '../plan/cut-list.ts';
import { jointWords, landedWords } from '../plan/joint-words.ts';
import { landingsOf, TORQUE } from '../plan/landings.ts';
import { partsWords } from '../plan/parts-words.ts';
import { type Planned, planBox } from '../plan/planned.ts';
import { workOf } from '../plan/suggest.ts';
import type { HouseRun } from '../run/run.ts';
import { changeWords } from '../shorthand/change-words.ts';
import { printCountLine } from '../shorthand/print.ts';
import { holePlan } from '../space/of-box.ts';
import { foldFact, foldPart, foldPictures } from './fold-part.ts';
import { frameAt, wallPicture } from './hole-picture.ts';
import type { Part } from './part.ts';
import type { Picture } from './picture.ts';
import { vesselPicture } from './vessel-picture.ts';
import { openingPart, racewayPart } from './wall-parts.ts';
import { wiringPicture } from './wiring-picture.ts';

export interface Sheet {
  readonly id: string;
  readonly title: string;
  readonly where: string;
  readonly verdict: { readonly words: string; readonly is: BoxVerdict['is'] };
  /** Facts, as name and value. */
  readonly facts: readonly (readonly [string, string])[];
  readonly vessel: Picture;
  readonly wiring: Picture | undefined;
  /** The box folded, from the front and from the side, where everything found its place. */
  readonly fold: readonly Picture[];
  /** The wall with its opening, where that was measured. */
  readonly wall: Picture | undefined;
  /** In two columns, in this order. */
  readonly parts: readonly Part[];
  /** What is set only where a page still has room for it. */
  readonly ifRoom: readonly Part[];
  readonly photos: readonly string[];
  readonly caution: string;
  readonly sources: string;
}

/** What a sheet is made of. */
export interface SheetOf {
  readonly job: Pick<Job, 'name' | 'edition' | 'editionAssumed' | 'panel'>;
  readonly record: BoxRecord;
  /** The house, for what is tested in other boxes. */
  readonly run: HouseRun;
  /** A date as it is read. */
  readonly day: (iso: string) => string;
}

export const CAUTION =
  'Power off, locked or tagged, and every conductor proved dead before hands go in. This sheet helps a qualified person; it is no approval. The adopted local code, the marking on each part, licensed practice and the inspector decide.';

/** The name of a box with its room. */
export const placeOf = ({ name, room }: Pick<BoxRecord, 'name' | 'room'>): string =>
  [room, name].filter((one) => one !== '').join(', ');

export function sheetOf({ job, record: stored, run, day }: SheetOf): Sheet {
  // What the panel and the run know of the box is known on its sheet.
  const known = surroundingsOf(stored, job.panel, run.behind(stored.id));
  const record = { ...stored, box: withSurroundings(stored.box, known) };
  const { box } = record;
  const edition = editionOf(box.edition ?? job.edition);
  const counted = tally(box, edition);
  const work = workOf(box, record.circuit);
  const planned = planBox(box, work, edition);
  const hole = record.seen.hole && holePlan(record, edition);
  const folded = foldBox(box, edition, planned);
  const joined = planned.wiring.joints.length + planned.wiring.lands.length > 0;
  return {
    id: record.id,
    title: record.name,
    where: [record.room, ...circuitsIn(record).map((one) => `circuit ${one}`), job.name]
      .filter((one) => one !== '')
      .join(', '),
    verdict: inFull(sheetVerdict(box, edition, counted, isChosen(record, job))),
    facts: factsOf(record, edition, counted, folded, day),
    vessel: vesselPicture(counted, box, 200, 150),
    wiring: joined ? wiringPicture(planned, 380) : undefined,
    fold: foldPictures(folded, planned),
    wall: hole?.best && wallPicture(hole, frameAt(hole, hole.best.x, 300)),
    parts: [
      countPart(counted, edition),
      ...changePart(record, edition),
      checksPart(record, edition, counted),
      ...(joined ? joiningParts(planned, box) : []),
      ...cutPart(record, planned),
      ...(hole ? [openingPart(hole)] : []),
      ...racewayPart(record),
      ...testParts(record, job, planned, run, day),
      ...notePart(record),
    ].filter(({ rows, note }) => rows.length > 0 || note !== undefined),
    ifRoom: foldPart(folded),
    photos: record.seen.photos,
    caution: CAUTION,
    sources: sourcesOf(edition),
  };
}

function factsOf(
  { box, stage, stageAt, updatedAt, seen }: BoxRecord,
  edition: Edition,
  counted: Tally,
  folded: Fold,
  day: (iso: string) => string,
): Sheet['facts'] {
  const unit = unitName(counted.unit);
  const show = (value: Amount) => `${showAmount(value, counted.unit)} ${unit}`;
  const room = workRoom(box, edition, counted);
  const outcome = outcomeOf(box, seen.closing);
  return [
    ['Edition', edition.name],
    ['State', `${STAGES[stage]}${stageAt === null ? '' : `, ${day(stageAt)}`}`],
    ['Written', day(updatedAt)],
    ['Volume', volumeWords(counted)],
    ['Fill', show(counted.fill)],
    ...(counted.capacity === null ? [] : [['Box', show(counted.capacity)] as const]),
    ...(counted.margin === null
      ? []
      : [[counted.margin < 0 ? 'Over by' : 'Left', show(Math.abs(counted.margin) as Amount)] as const]),
    [
      'To work in',
      `${room.answer === 'unknown' ? 'not known' : room.answer}, ${foldFact(folded)} (an estimate)`,
    ],
    ['Tests', outcome === undefined ? 'not tested' : VERDICTS[outcome]],
    ['Count line', printCountLine(box)],
  ];
}

/** How the volume is known. */
function volumeWords({ volumeParts, estimate, unit }: Tally): string {
  if (volumeParts.length === 0) return estimate ? 'measured: an estimate, no legal volume' : 'not known';
  return volumeParts
    .map(({ what, volume, section }) => {
      const much =
        volume === null || unit === 'conductors' ? '' : ` ${showAmount(volume as number as Amount, unit)}`;
      return `${what}${much} (${section})`;
    })
    .join('; ');
}

function countPart(counted: Tally, edition: Edition): Part {
  const show = (value: Amount) => showAmount(value, counted.unit);
  return {
    title: `Count by ${edition.name}, ${unitName(counted.unit)}`,
    widths: [47, 23, 16, 14],
    figures: 2,
    rows: [
      ...counted.lines.map(({ what, section, count, each, total, space }) => ({
        cells: [
          `${what}${space === undefined ? '' : ` (space ${space})`}`,
          section,
          `${count} × ${show(each)}`,
          show(total),
        ],
      })),
      { cells: ['Fill', '', '', show(counted.fill)], strong: true },
      ...(counted.capacity === null
        ? []
        : [{ cells: ['Box', '', '', show(counted.capacity)], strong: true }]),
      ...(counted.margin === null
        ? []
        : [
            {
              cells: [
                counted.margin < 0 ? 'Over by' : 'Left',
                '',
                '',
                show(Math.abs(counted.margin) as Amount),
              ],
              strong: true,
            },
          ]),
      ...counted.notCounted.map(({ what, section, reason }) => ({
        cells: [`Not counted: ${what}. ${reason}`, section, '', ''],
      })),
      ...counted.warnings.map((one) => ({ cells: [wordsOf(one), '', '', ''] })),
    ],
  };
}

/** Whether somebody chose the edition a box is counted by. */
const isChosen = ({ box }: Pick<BoxRecord, 'box'>, job: Pick<Job, 'editionAssumed'>) =>
  box.edition !== undefined || job.editionAssumed !== true;

/** The verdict of the box, with what it rests on. */
function sheetVerdict(box: BoxDocument, edition: Edition, counted: Tally, chosen: boolean): BoxVerdict {
  const certainty = certaintyOf(box, edition, counted, { chosen });
  return boxVerdict(counted, certainty, checkBox(box, edition, counted).findings);
}

/** The verdict in one sentence. */
const inFull = ({ is, head, more }: BoxVerdict): Sheet['verdict'] => ({
  words: cap(more === undefined ? head : `${head}; ${more}`),
  is,
});

function changePart({ box, found, stage }: BoxRecord, edition: Edition): Part[] {
  if (found === null) return [];
  return [
    {
      title: `From as found to ${STAGES[stage]}`,
      widths: [6, 94],
      rows: difference(found, box).map((change) => {
        const { sign, words } = changeWords(change, edition);
        return { cells: [sign, words] };
      }),
      note: `As found: ${verdictWords(tally(found, edition))}.`,
    },
  ];
}

function checksPart({ box }: BoxRecord, edition: Edition, counted: Tally): Part {
  const { findings, notChecked } = checkBox(box, edition, counted);
  const words = { violation: 'wrong', look: 'look', advice: 'advice' };
  const say = plainSayer(edition.unit);
  return {
    title: 'Beyond fill',
    widths: [16, 84],
    rows: [
      ...findings.map((one) => {
        const told = sentenceOf(one, say);
        return {
          cells: [
            words[one.severity],
            `${one.section}: ${told.words}${told.cure === undefined ? '' : ` ${told.cure}`}`,
          ],
        };
      }),
      ...(notChecked.length === 0
        ? []
        : [
            {
              cells: [
                'not checked',
                `for want of ${notChecked.map(({ section, needs }) => `${needs} (${section})`).join('; ')}.`,
              ],
            },
          ]),
    ],
    ...(findings.length === 0 ? { note: 'Nothing found against it by the checks that could be made.' } : {}),
  };
}

function joiningParts(planned: Planned, box: BoxDocument): Part[] {
  const gangs = gangsOf(box);
  const { wiring, faces, troubles, proof } = planned;
  return [
    {
      title: 'Joints',
      widths: [8, 92],
      rows: wiring.joints.flatMap((_, nth) => {
        const words = jointWords(planned, nth);
        return words === undefined
          ? []
          : [
              {
                cells: [
                  `${nth + 1}`,
                  `${words.ends.map((one) => one.words).join('; ')}. ${cap(words.connector)}.`,
                ],
              },
            ];
      }),
      note:
        troubles.length === 0
          ? `Proved by simulation in ${proof.states} ${proof.states === 1 ? 'position' : 'positions'} of its switches.`
          : `Not good: ${troubles.join(' ')}`,
    },
    {
      title: 'Terminals',
      widths: [26, 74],
      rows: faces.flatMap((face) => {
        const { landings, broken } = landingsOf(face, wiring);
        const told = [
          ...broken.map((tab) => `break the ${tab} tab`),
          ...landings.map(
            (landing) => `${landing.terminal.name.replaceAll('-', ' ')}: ${landedWords(planned, landing)}`,
          ),
        ];
        const gang = gangs.length > 1 ? gangs.find(({ item }) => item.id === face.item.id) : undefined;
        return [
          {
            cells: [gang ? `${gang.from}. ${cap(face.title)}` : cap(face.title), `${cap(told.join('; '))}.`],
          },
        ];
      }),
      ...(faces.length > 0
        ? { note: `${gangs.length > 1 ? 'Numbered by gang, from the left. ' : ''}Torque ${TORQUE}.` }
        : {}),
    },
  ];
}

function cutPart({ box }: BoxRecord, planned: Planned): Part[] {
  const parts = partsOf(box, planned.work, planned.wiring, planned.plan.kept);
  const rows = partsWords(parts).map(({ what, how }) => ({ cells: [what, how] }));
  return rows.length === 0 ? [] : [{ title: 'To cut and to bring', widths: [48, 52], rows }];
}

function testParts(
  record: BoxRecord,
  job: SheetOf['job'],
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

function notePart({ box, seen }: BoxRecord): Part[] {
  const notes = [box.note ?? '', seen.note, ...seen.remedy]
    .map((one) => one.trim())
    .filter((one) => one !== '');
  return notes.length === 0
    ? []
    : [{ title: 'Notes', widths: [100], rows: notes.map((one) => ({ cells: [one] })) }];
}

/** How sure the values of the tables are that this sheet rests on. */
function sourcesOf({ name, allowances, boxes, terminals: { leastConductor } }: Edition): string {
  return [
    `Values of ${name}: allowances (${allowances.section}) ${allowances.confidence}`,
    `standard boxes (${boxes.section}) ${boxes.confidence}`,
    `smallest conductor of a breaker (${leastConductor.section}) ${leastConductor.confidence}`,
    'solids, torque where none is marked and pigtail lengths: common practice, no source',
  ].join('; ');
}

export interface Summary {
  readonly verdict: { readonly words: string; readonly is: BoxVerdict['is'] };
  readonly tests: string;
}

/** What the table on the cover of a house’s sheets says of a box. */
export function summaryOf(
  job: Pick<Job, 'edition' | 'editionAssumed'>,
  { box, seen }: Pick<BoxRecord, 'box' | 'seen'>,
): Summary {
  const edition = editionOf(box.edition ?? job.edition);
  const counted = tally(box, edition);
  const verdict = sheetVerdict(box, edition, counted, isChosen({ box }, job));
  const outcome = outcomeOf(box, seen.closing);
  return {
    verdict: { words: cap(verdict.head), is: verdict.is },
    tests: outcome === undefined ? 'not tested' : VERDICTS[outcome],
  };
}

/** How many there are of each. @example '3 legal, 1 over' */
export function countedWords(all: readonly string[]): string {
  const many = new Map<string, number>();
  for (const one of all) many.set(one, (many.get(one) ?? 0) + 1);
  return [...many].map(([words, count]) => `${count} ${words}`).join(', ');
}
