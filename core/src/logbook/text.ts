/**
 * A box as words to be searched for: its place, circuits, code, verdicts, parts, tests, people and dates. The server’s
 * index and the one of a phone without signal are made of the same words.
 */
import { outcomeOf, VERDICTS } from '../box/closing.ts';
import type { BoxRecord, Job } from '../box/record.ts';
import { circuitsIn } from '../box/safety.ts';
import { CONDITIONS, FORMS, STAGES } from '../box/words.ts';
import { editionOf } from '../edition/index.ts';
import { tally, type Verdict } from '../fill/tally.ts';
import { printCountLine } from '../shorthand/print.ts';
import { itemName } from '../shorthand/change-words.ts';

const SAID: Readonly<Record<Verdict, string>> = {
  legal: 'legal',
  over: 'over',
  unknown: 'unknown, no legal volume',
};
const MONTHS = [
  'january',
  'february',
  'march',
  'april',
  'may',
  'june',
  'july',
  'august',
  'september',
  'october',
  'november',
  'december',
];
/** Of the northern half of the world, by month. */
const SEASONS = [
  'winter',
  'winter',
  'spring',
  'spring',
  'spring',
  'summer',
  'summer',
  'summer',
  'autumn fall',
  'autumn fall',
  'autumn fall',
  'winter',
];

/** A date as one would ask for it. @example dateWords('2026-03-02T09:00:00Z') // '2026-03-02 2 march 2026 spring' */
export function dateWords(iso: string): string {
  const at = new Date(iso);
  const month = at.getUTCMonth();
  return `${iso.slice(0, 10)} ${at.getUTCDate()} ${MONTHS[month] ?? ''} ${at.getUTCFullYear()} ${SEASONS[month] ?? ''}`;
}

/** Every word a box is found by. */
export function textOf(job: Pick<Job, 'name' | 'edition'>, record: BoxRecord): string {
  const { box, found, stage, seen } = record;
  const edition = editionOf(box.edition ?? job.edition);
  const verdict = SAID[tally(box, edition).verdict];
  const was =
    found === null ? undefined : SAID[tally(found, editionOf(found.edition ?? job.edition)).verdict];
  const outcome = outcomeOf(box, seen.closing);
  const dates = new Set(
    [record.createdAt, record.stageAt, ...seen.closing.results.map(({ at }) => at)].flatMap((at) =>
      at === null ? [] : [at.slice(0, 10)],
    ),
  );
  return [
    job.name,
    record.name,
    record.room,
    circuitsIn(record).map((one) => `circuit ${one}`),
    edition.name,
    `${verdict} ${STAGES[stage]}`,
    was === undefined ? (stage === 'found' ? `${verdict} when found` : '') : `${was} when found`,
    box.shell.form === undefined ? '' : FORMS[box.shell.form],
    printCountLine(box),
    box.items.map(itemName),
    seen.conditions.map((one) => CONDITIONS[one]),
    seen.note,
    box.note ?? '',
    outcome === undefined ? 'not tested' : VERDICTS[outcome],
    [...new Set(seen.closing.results.map(({ by }) => by))],
    [...dates].map((one) => dateWords(`${one}T00:00:00Z`)),
  ]
    .flat()
    .filter((one) => one !== '')
    .join(' \n ');
}

/** The words of a search: letters and figures, each the beginning of a word that must be there. At most twelve. */
export function searchWords(text: string): string[] {
  return folded(text)
    .split(/[^\p{L}\p{N}/.-]+/u)
    .map((one) => one.replaceAll(/^[./-]+|[./-]+$/g, ''))
    .filter((one) => one !== '' && !LITTLE.has(one))
    .slice(0, 12);
}
/** Words that ask for nothing: a whole question may be typed. */
const LITTLE = new Set([
  'what',
  'did',
  'i',
  'do',
  'at',
  'in',
  'the',
  'a',
  'of',
  'with',
  'boxes',
  'box',
  'on',
  'when',
  'were',
  'was',
  'where',
  'which',
  'and',
]);

const folded = (text: string) =>
  text
    .normalize('NFKD')
    .replaceAll(/\p{M}+/gu, '')
    .toLowerCase();

/** Whether each word begins a word of the text. @param words as `searchWords` gives them */
export function matches(text: string, words: readonly string[]): boolean {
  const there = ` ${folded(text).replaceAll(/[^\p{L}\p{N}]+/gu, ' ')} `;
  return words.every((word) => there.includes(` ${word.replaceAll(/[^\p{L}\p{N}]+/gu, ' ')}`));
}
