/**
 * Which missing facts could matter to the checks of a box: those of which some plausible answer is a violation and another is not.
 * Each is asked by one plain question; what an eye tells is looked at in one touch; everything else that is missing changes nothing.
 */
import type { BoxDocument } from '../box/document.ts';
import { changeItems, changeSite } from '../box/edit.ts';
import { LOOKED, type Looked, type Protection } from '../box/site.ts';
import { kindOf } from '../device/index.ts';
import { BREAKERS, type Edition } from '../edition/index.ts';
import { type Place, PLACES } from '../edition/places.ts';
import type { Tally } from '../fill/tally.ts';
import { checkBox } from './check-box.ts';
import { type NotChecked, violatedIn, type WantedFact } from './finding.ts';

/** One answer to the question of a fact. */
export interface CheckAnswer {
  readonly words: string;
  readonly record: (box: BoxDocument) => BoxDocument;
  /** Sections that are violated with this answer and are not without any. */
  readonly violates: readonly string[];
}

/** A fact that could make a violation, with its question. */
export interface OpenCheck {
  readonly fact: WantedFact | 'protected';
  readonly question: string;
  readonly answers: readonly CheckAnswer[];
}

/** Facts of a box that its checks want, sorted by what they can do. */
export interface Wanted {
  /** To be asked, most decisive first. */
  readonly open: readonly OpenCheck[];
  /** To be looked at in the box; each could be a violation. */
  readonly look: readonly ToLookAt[];
  /** What else is missing and could be a violation, each once, with every section that wants it. */
  readonly matters: readonly { readonly needs: string; readonly sections: readonly string[] }[];
}

/** Something an eye tells. */
export interface ToLookAt {
  readonly fact: Looked;
  /** What is looked for, in a clause. */
  readonly words: string;
  readonly sections: readonly string[];
}

/** Facts an eye tells, by name. */
export const LOOKED_NAMES: Readonly<Record<Looked, string>> = {
  free: 'free conductors',
  past: 'reach past the opening',
  sheath: 'sheath inside',
  support: 'support',
  entries: 'openings for cables',
  setback: 'setback',
  gap: 'gap',
  edge: 'distance from the stud’s face',
  hangs: 'nothing heavy hangs',
};

type Answer = Omit<CheckAnswer, 'violates'>;
interface Question {
  readonly question: string;
  readonly answers: (box: BoxDocument) => readonly Answer[];
}

/** A shallow box for a ceiling; a box for devices is never so shallow. */
const isPan = ({ shell }: BoxDocument) => shell.form === 'pan' || shell.form === 'round';

const siteAnswer = (words: string, change: Parameters<typeof changeSite>[1]): Answer => ({
  words,
  record: (box) => changeSite(box, change),
});

const PROTECTION_WORDS: Readonly<Record<Protection, string>> = {
  none: 'Nothing',
  gfci: 'GFCI',
  afci: 'AFCI',
  dual: 'Both',
};

/** Questions by their fact, most decisive first. Lengths are what one commonly measures (common practice, no source). */
const QUESTIONS: Readonly<Partial<Record<OpenCheck['fact'], Question>>> = {
  breaker: {
    question: 'Which breaker is it on?',
    answers: () => BREAKERS.map((breaker) => siteAnswer(`${breaker} A`, { breaker })),
  },
  place: {
    question: 'Where is this box?',
    answers: () => (Object.keys(PLACES) as Place[]).map((place) => siteAnswer(PLACES[place], { place })),
  },
  protected: {
    question: 'What protects it, at the breaker or upstream?',
    answers: () =>
      (Object.keys(PROTECTION_WORDS) as Protection[]).map((ahead) =>
        siteAnswer(PROTECTION_WORDS[ahead], { protected: ahead }),
      ),
  },
  amps: {
    question: 'What is stamped on the receptacles?',
    answers: (box) => {
      const ids = box.items.flatMap((item) =>
        item.kind === 'device' && item.amps === undefined && kindOf(item.device).rated ? [item.id] : [],
      );
      return ([15, 20] as const).map((amps) => ({
        words: `${amps} A`,
        record: (now) => changeItems(now, ids, { amps }),
      }));
    },
  },
  depth: {
    question: 'How deep is the box inside, rings and extensions with it?',
    answers: (box) =>
      (isPan(box) ? ['0.5', '1.25', '1.5', '2.125'] : ['1.25', '1.5', '2.125', '2.5', '2.875', '3.5']).map(
        (inside) => siteAnswer(`${inside} in`, { depth: `${inside} in` }),
      ),
  },
  finish: {
    question: 'Does the surface round the box burn?',
    answers: () => [
      siteAnswer('Yes: wood', { finish: 'combustible' }),
      siteAnswer('No: board, tile', { finish: 'noncombustible' }),
    ],
  },
};

/** What an eye looks for, by the limit of the edition. */
const LOOKS: Readonly<Record<Looked, string>> = {
  free: 'conductors long enough from where they come in',
  past: 'conductors reach far enough out of the opening',
  sheath: 'the sheath comes into the box',
  support: 'cables are held near enough to the box',
  entries: 'each cable has its own opening or clamp',
  setback: 'the front is near enough to the surface',
  gap: 'no wide gap round the box',
  edge: 'cables are far enough from the face of the studs',
  hangs: 'neither a fan nor over 50 lb hangs here',
};

const isLooked = (fact: NotChecked['fact']): fact is Looked =>
  fact !== undefined && (LOOKED as readonly string[]).includes(fact);

/** What the checks of a box want, and what of it could matter. */
export function wantedFacts(box: BoxDocument, edition: Edition, counted: Tally): Wanted {
  const violated = (of: BoxDocument) => new Set(violatedIn(checkBox(of, edition, counted).findings));
  const { notChecked, findings } = checkBox(box, edition, counted);
  const now = violated(box);
  const openOf = (fact: OpenCheck['fact']): OpenCheck[] => {
    const asked = QUESTIONS[fact];
    if (!asked) return [];
    const answers = asked.answers(box).map((answer): CheckAnswer => ({
      ...answer,
      violates: [...violated(answer.record(box))].filter((section) => !now.has(section)),
    }));
    const cures = (answer: CheckAnswer) =>
      [...now].some((section) => !violated(answer.record(box)).has(section));
    const flips =
      answers.some(({ violates }) => violates.length > 0) || (fact === 'protected' && answers.some(cures));
    return flips ? [{ fact, question: asked.question, answers }] : [];
  };
  const missing = new Set(notChecked.flatMap(({ fact }) => (fact === undefined ? [] : [fact])));
  const lacks =
    box.site?.protected === undefined &&
    findings.some(({ code, severity }) => code === 'protection' && severity === 'violation');
  const open = (Object.keys(QUESTIONS) as OpenCheck['fact'][])
    .filter((fact) => (fact === 'protected' ? lacks : missing.has(fact)))
    .flatMap(openOf);
  const sectionsOf = (fact: Looked) => [
    ...new Set(notChecked.filter((one) => one.fact === fact).map(({ section }) => section)),
  ];
  const look = LOOKED.filter((fact) => missing.has(fact)).map((fact) => ({
    fact,
    words: LOOKS[fact],
    sections: sectionsOf(fact),
  }));
  const asked = new Set<OpenCheck['fact']>(open.map(({ fact }) => fact));
  const needs = new Map<string, string[]>();
  for (const one of notChecked) {
    // Where the edition's rule is not recorded, no fact helps: that matters too.
    if (isLooked(one.fact) || (one.fact !== undefined && !asked.has(one.fact))) continue;
    needs.set(one.needs, [...(needs.get(one.needs) ?? []), one.section]);
  }
  return {
    open,
    look,
    matters: [...needs].map(([words, sections]) => ({ needs: words, sections: [...new Set(sections)] })),
  };
}

/** The box with what somebody looked at, and found within its limit. */
export const withLooked = (box: BoxDocument, facts: readonly Looked[]): BoxDocument =>
  changeSite(box, { right: [...new Set([...(box.site?.right ?? []), ...facts])] });

/** What was not looked at, in one sentence with its sections. @example 'setback and gap (314.20, 314.21)' */
export function notLookedAt(look: readonly ToLookAt[]): string | undefined {
  if (look.length === 0) return undefined;
  const names = look.map(({ fact }) => LOOKED_NAMES[fact]).join(', ');
  return `${names} (${[...new Set(look.flatMap(({ sections }) => sections))].join(', ')})`;
}
