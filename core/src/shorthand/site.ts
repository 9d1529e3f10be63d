/** Reads and prints the facts of the checks beyond fill: `breaker 20`, `setback 3/8 in`, `finish combustible`. */
import {
  DAMAGES,
  HANGINGS,
  type Eye,
  EYES,
  LOOKED,
  type Looked,
  NEARNESS,
  PLACES,
  PROTECTIONS,
  SERVED,
  type Site,
} from '../box/site.ts';
import { BREAKERS } from '../edition/index.ts';
import { printLength, readLength } from '../quantity/length.ts';
import { NUMBER } from '../quantity/number.ts';
import { atEnd, type Problem, type Reading } from './reading.ts';
import type { Scanner } from './scanner.ts';

/** Facts that are lengths, by their word. */
const LENGTHS = {
  free: 'free',
  past: 'past',
  sheath: 'sheath',
  support: 'support',
  deep: 'depth',
  setback: 'setback',
  gap: 'gap',
  edge: 'edge',
  cavity: 'cavity',
  behind: 'behind',
} as const satisfies Record<string, keyof Site>;
const FLAGS = [
  'plate',
  'bored',
  'exposed',
  'finished',
  'apart',
  'secured',
] as const satisfies readonly (keyof Site)[];
const CHOICES = {
  protected: [...PROTECTIONS],
  place: Object.keys(PLACES),
  finish: ['combustible', 'noncombustible'],
  hangs: [...HANGINGS],
  rated: [...HANGINGS],
  damage: [...DAMAGES],
  serves: Object.keys(SERVED),
  water: [...NEARNESS],
  grade: [...NEARNESS],
} as const satisfies Partial<Record<keyof Site, readonly string[]>>;

const LENGTH_WORDS = Object.keys(LENGTHS) as (keyof typeof LENGTHS)[];
const CHOICE_WORDS = Object.keys(CHOICES) as (keyof typeof CHOICES)[];
/** Weights in pounds. */
const POUNDS = ['weighs', 'holds'] as const satisfies readonly (keyof Site)[];
const WORDS = ['breaker', 'entries', ...POUNDS, ...EYES, ...LENGTH_WORDS, ...FLAGS, ...CHOICE_WORDS] as const;
/** The first words of facts, for finding the nearest to a misspelt one. */
export const SITE_WORDS: readonly string[] = WORDS;

const LENGTH = new RegExp(`(${NUMBER}\\s*(?:inches|inch|in|mm|cm|["”])?)(?![a-z0-9])`);

/** Reads a fact; undefined when the item is none. */
export function readSiteItem(scan: Scanner, reading: Reading): Problem | 'read' | undefined {
  const word = scan.takeWord(WORDS);
  if (word === undefined) return undefined;
  const site = (reading.site ??= {});
  const looked = (fact: Looked): Problem | 'read' => {
    const before = (site.right ?? []) as readonly Looked[];
    if (fact in site || before.includes(fact)) return { expected: `only one “${word}”` };
    site.right = [...before, fact];
    return atEnd(scan, 'nothing more after it') ?? 'read';
  };
  const put = (key: keyof Site, value: unknown, expected: string): Problem | 'read' => {
    if (value === undefined) return { expected };
    if (key in site || (site.right as readonly string[] | undefined)?.includes(key))
      return { expected: `only one “${word}”` };
    site[key] = value as never;
    return atEnd(scan, 'nothing more after it') ?? 'read';
  };
  if (word === 'breaker') {
    const amps = Number(scan.take(/(\d+)\s*a?(?![a-z0-9])/)?.[1]);
    const known = BREAKERS.find((one) => one === amps);
    return put('breaker', known, `a breaker of ${BREAKERS.join(', ')} A, such as “breaker 20”`);
  }
  const eye = EYES.find((fact) => fact === word);
  if (eye !== undefined) {
    const is = scan.takeWord(['right', 'wrong']);
    if (is === undefined) return { expected: `“${eye} right” or “${eye} wrong”` };
    const lists = [site.right, site.wrong] as (readonly Looked[] | undefined)[];
    if (lists.some((list) => list?.includes(eye))) return { expected: `only one “${word}”` };
    site[is] = [...((site[is] ?? []) as readonly Eye[]), eye];
    return atEnd(scan, 'nothing more after it') ?? 'read';
  }
  // Somebody looked, and it is within its limit; nothing heavy hangs there.
  const byEye = LOOKED.find((fact) => fact === word);
  if (byEye !== undefined && scan.takeWord([byEye === 'hangs' ? 'light' : 'right'])) return looked(byEye);
  if (word === 'entries') {
    const count = scan.take(/(\d+)(?!\d)/)?.[1];
    return put('entries', count === undefined ? undefined : Number(count), 'a number, such as “entries 4”');
  }
  for (const flag of FLAGS) if (flag === word) return put(flag, true, '');
  for (const key of POUNDS) {
    if (key !== word) continue;
    const pounds = Number(scan.take(/(\d+)\s*(?:lb|lbs)?(?![a-z0-9])/)?.[1]);
    const known = pounds >= 1 && pounds <= 300 ? pounds : undefined;
    return put(key, known, `${word} and 1 to 300 lb, such as “${word} 40 lb”`);
  }
  for (const key of CHOICE_WORDS) {
    if (key !== word) continue;
    return put(key, scan.takeWord(CHOICES[key]), `${word} and one of ${CHOICES[key].join(', ')}`);
  }
  const key = LENGTHS[word as keyof typeof LENGTHS];
  const length = readLength(scan.take(LENGTH)?.[1] ?? '');
  const written = length === undefined ? undefined : length === 0 ? '0 in' : printLength(length);
  return put(
    key,
    written,
    `a length after “${word}”, such as “${word} 1/4 in”${byEye === undefined ? '' : `, or “${word} right”`}`,
  );
}

/** The facts as items of a count line. */
export function printSite(site: Site | undefined): string[] {
  if (!site) return [];
  const said: string[] = [];
  if (site.breaker !== undefined) said.push(`breaker ${site.breaker}`);
  if (site.entries !== undefined) said.push(`entries ${site.entries}`);
  for (const key of POUNDS) if (site[key] !== undefined) said.push(`${key} ${site[key]} lb`);
  for (const key of CHOICE_WORDS) if (site[key] !== undefined) said.push(`${key} ${site[key]}`);
  for (const word of LENGTH_WORDS) {
    const length = site[LENGTHS[word]];
    if (length !== undefined) said.push(`${word} ${length}`);
  }
  for (const fact of site.right ?? [])
    if (!(fact in site)) said.push(fact === 'hangs' ? 'hangs light' : `${fact} right`);
  for (const fact of site.wrong ?? []) said.push(`${fact} wrong`);
  for (const flag of FLAGS) if (site[flag] === true) said.push(flag);
  return said;
}
