/**
 * A finding: something a person must know, wherever it arises — the fill, a check, the planner, a wiring rule,
 * the proof. It is plain data: which one it is, with what numbers, where in the box, how grave, by which section.
 * So it can be stored, compared and pointed at; {@link sentenceOf} makes the words.
 */
import { CHECK_WORDS } from './words/check.ts';
import { FILL_WORDS } from './words/fill.ts';
import { OBSTACLE_WORDS } from './words/obstacle.ts';
import { PROOF_WORDS } from './words/proof.ts';
import { WIRING_WORDS } from './words/wiring.ts';
import { plainNamer, type Namer } from './say.ts';

/** Every sentence there is, by what finds it and its code. */
const CATALOGUE = {
  fill: FILL_WORDS,
  check: CHECK_WORDS,
  obstacle: OBSTACLE_WORDS,
  wiring: WIRING_WORDS,
  proof: PROOF_WORDS,
} as const;

/** What finds it. */
export type Family = keyof typeof CATALOGUE;
export type Code<F extends Family = Family> = {
  [K in F]: keyof (typeof CATALOGUE)[K] & string;
}[F];

type Words = (args: never, say: Namer) => Sentence;
/** What a finding with this code is told with. */
export type ArgsOf<F extends Family, C extends Code<F>> = (typeof CATALOGUE)[F][C] extends (
  args: infer A,
  say: Namer,
) => Sentence
  ? A
  : never;

/** `violation`: a rule is broken, or it does not work; `look`: a person must look; `advice`: good practice, or a reminder. */
export const SEVERITIES = ['violation', 'look', 'advice'] as const;
export type Severity = (typeof SEVERITIES)[number];

/** Where in the box it is. */
export interface Place {
  readonly pieces?: readonly string[] | undefined;
  /** Conductors, terminals, pigtails. */
  readonly ends?: readonly string[] | undefined;
  readonly joint?: string | undefined;
  readonly circuits?: readonly string[] | undefined;
  /** Potentials that meet. */
  readonly potentials?: readonly string[] | undefined;
}

/** Numbers, texts and lists of them: what JSON holds. */
export type Argument = string | number | boolean | null | readonly (string | number)[] | undefined;

export type Finding<F extends Family = Family> = F extends Family
  ? {
      readonly family: F;
      readonly code: Code<F>;
      readonly args: Readonly<Record<string, Argument>>;
      readonly at: Place;
      readonly severity: Severity;
      /** The section it rests on; “common practice” where there is none. */
      readonly section: string;
    }
  : never;

/** A sentence, and what cures it where that is plain. */
export type Sentence = string | { readonly words: string; readonly cure: string };

/** Makes a finding; what it is told with must be what its words ask for. */
export function finding<F extends Family, C extends Code<F>>(
  family: F,
  code: C,
  args: ArgsOf<F, C> & Readonly<Record<string, Argument>>,
  more: { readonly at?: Place; readonly severity: Severity; readonly section: string },
): Finding<F> {
  const { at = {}, severity, section } = more;
  return { family, code, args, at, severity, section } as unknown as Finding<F>;
}

/** Something to know about a count. @param ids items it is about */
export const warning = <C extends Code<'fill'>>(
  code: C,
  args: ArgsOf<'fill', C> & Readonly<Record<string, Argument>>,
  section: string,
  ids?: readonly string[],
  severity: Severity = 'look',
): Finding<'fill'> =>
  finding('fill', code, args, { section, severity, ...(ids === undefined ? {} : { at: { pieces: ids } }) });

const PLAIN = plainNamer();

/** The one renderer: a finding in words, and what cures it. */
export function sentenceOf(
  { family, code, args }: Finding,
  say: Namer = PLAIN,
): { readonly words: string; readonly cure?: string } {
  const words = (CATALOGUE[family] as Readonly<Record<string, Words>>)[code];
  const said = words?.(args as never, say) ?? `${family}: ${code}`;
  return typeof said === 'string' ? { words: said } : said;
}

/** A finding in one sentence. */
export const wordsOf = (one: Finding, say?: Namer): string => sentenceOf(one, say).words;

/** Everything it is about, in one list: pieces, ends, joint, circuits. */
export function whereOf({ at }: Pick<Finding, 'at'>): readonly string[] {
  const { pieces = [], ends = [], joint, circuits = [], potentials = [] } = at;
  return [...pieces, ...ends, ...(joint === undefined ? [] : [joint]), ...circuits, ...potentials];
}

/** Whether two findings are the same one, whenever each was made. */
export const sameFinding = (a: Finding, b: Finding): boolean => keyOf(a) === keyOf(b);

/** A text that is the same for the same finding. */
export const keyOf = ({ family, code, args, at }: Finding): string =>
  JSON.stringify([family, code, Object.entries(args).sort(([a], [b]) => (a < b ? -1 : 1)), whereOf({ at })]);

/** Every code of a family. */
export const codesOf = <F extends Family>(family: F): readonly Code<F>[] =>
  Object.keys(CATALOGUE[family]) as Code<F>[];
