/**
 * The sheet of a box: what is known of it on one page, as plain content. The server sets it as PDF and the browser as
 * a print view; neither decides anything.
 */
import { outcomeOf, VERDICTS } from '../box/closing.ts';
import { difference } from '../box/difference.ts';
import type { BoxRecord, Job } from '../box/record.ts';
import { comesOut } from '../box/comes-out.ts';
import { circuitsIn } from '../box/safety.ts';
import { STAGES } from '../box/words.ts';
import { checkBox } from '../check/check-box.ts';
import { notLookedAt, wantedFacts } from '../check/open-checks.ts';
import type { Edition } from '../edition/edition.ts';
import { editionOf } from '../edition/index.ts';
import { type Amount, showAmount, unitName } from '../fill/amount.ts';
import { type Tally, tally } from '../fill/tally.ts';
import { verdictWords } from '../fill/verdict.ts';
import { sentenceOf } from '../finding/finding.ts';
import { plainNamer } from '../finding/say.ts';
import { type Fold, foldBox } from '../fold/fold.ts';
import { workRoom } from '../fold/work-room.ts';
import { withBoxOut } from '../plan/box-out.ts';
import { planBox } from '../plan/planned.ts';
import { workOf } from '../plan/suggest.ts';
import { withRoles } from '../run/linked-roles.ts';
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
import { countPart, volumeWords } from './count-part.ts';
import { cutPart, joiningParts } from './joining-part.ts';
import { testParts } from './test-part.ts';
import { inFull, knownRecord, type PrintedVerdict, sheetVerdict } from './verdict-words.ts';

export interface Sheet {
  readonly id: string;
  readonly title: string;
  readonly where: string;
  readonly verdict: PrintedVerdict;
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
  const record = knownRecord(stored, job, run);
  const { box } = record;
  const edition = editionOf(box.edition ?? job.edition);
  const counted = tally(box, edition);
  const linked = withRoles(box, run.rolesIn(record.id));
  const inBox = planBox(linked, workOf(linked, record.circuit), edition);
  const planned = comesOut(stored) ? withBoxOut(inBox) : inBox;
  const hole = record.seen.hole && holePlan(record, edition);
  const folded = foldBox(box, edition, planned);
  const joined = planned.wiring.joints.length + planned.wiring.lands.length > 0;
  return {
    id: record.id,
    title: record.name,
    where: [record.room, ...circuitsIn(record).map((one) => `circuit ${one}`), job.name]
      .filter((one) => one !== '')
      .join(', '),
    verdict: inFull(sheetVerdict(record, job, planned)),
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
  const { findings } = checkBox(box, edition, counted);
  const { matters, look } = wantedFacts(box, edition, counted);
  const unseen = notLookedAt(look);
  const words = { violation: 'wrong', look: 'look', advice: 'advice' };
  const say = plainNamer(edition.unit);
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
      ...(matters.length === 0
        ? []
        : [
            {
              cells: [
                'not checked',
                `for want of ${matters.map(({ sections, needs }) => `${needs} (${sections.join(', ')})`).join('; ')}.`,
              ],
            },
          ]),
      ...(unseen === undefined ? [] : [{ cells: ['not looked at', `${unseen}.`] }]),
    ],
    ...(findings.length === 0 ? { note: 'Nothing found against it by the checks that could be made.' } : {}),
  };
}

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
