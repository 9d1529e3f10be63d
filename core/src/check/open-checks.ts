/**
 * Which missing facts could matter to the checks of a box: those of which some plausible answer is a violation and another is not.
 * Each is asked by one plain question; what an eye tells is looked at in one touch; everything else that is missing changes nothing.
 */
import type { BoxDocument } from '../box/document.ts';
import { addItem, changeItems, changeSite, forgetAbsent, markAbsent } from '../box/edit.ts';
import type { NewId } from '../box/piece-id.ts';
import { ALL_LOOKED, type Eye, EYES, type Looked, type Protection } from '../box/site.ts';
import { type DeviceName, kindOf, takesBothHots } from '../device/index.ts';
import { BREAKERS, type Edition } from '../edition/index.ts';
import { type Place, PLACES, type Served, SERVED } from '../edition/places.ts';
import { cap } from '../finding/say.ts';
import type { Tally } from '../fill/tally.ts';
import { checkBox } from './check-box.ts';
import { type NotChecked, violatedIn, type WantedFact } from './finding.ts';

/** One answer to the question of a fact. */
export interface CheckAnswer {
  readonly words: string;
  readonly record: (box: BoxDocument, newId: NewId) => BoxDocument;
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
  covers: 'covers for the weather',
  weatherproof: 'box for the wet',
  access: 'covered and in reach',
  openings: 'openings closed',
  fastened: 'box fastened',
  notice: 'marked without ground',
  twoslot: 'no ground slot',
  fanbox: 'fit for a fan',
  copper: 'no aluminum',
  heat: 'wires made for the heat',
  bundles: 'cables not bundled',
  grouped: 'multiwire grouped',
  load: 'switch fit for its load',
  contact: 'yoke grounds it',
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

const withClamps =
  (hold: 'grip' | 'flap') =>
  (box: BoxDocument, newId: NewId): BoxDocument =>
    addItem(forgetAbsent(box, ['clamps']), { kind: 'clamps', count: 1, hold }, newId).box;
const withGrip = withClamps('grip');
const withFlaps = withClamps('flap');

/** What protects a circuit ahead of a box, as an answer says it. */
export const PROTECTION_WORDS: Readonly<Record<Protection, string>> = {
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
  serves: {
    question: 'What does the receptacle serve?',
    answers: () =>
      (Object.keys(SERVED) as Served[]).map((serves) => siteAnswer(cap(SERVED[serves]), { serves })),
  },
  water: {
    question: 'Is a sink, tub or shower within 1.5 m?',
    answers: () => [siteAnswer('Yes', { water: 'near' }), siteAnswer('No', { water: 'far' })],
  },
  grade: {
    question: 'Is it within 2.5 m of grade?',
    answers: () => [siteAnswer('Yes', { grade: 'near' }), siteAnswer('No', { grade: 'far' })],
  },
  amps: {
    question: 'What is stamped on the receptacles?',
    answers: (box) => {
      const unread = box.items.filter((item) => item.kind === 'device' && item.amps === undefined);
      const idsOf = (holds: (device: DeviceName) => boolean) =>
        unread.flatMap((item) => (item.kind === 'device' && holds(item.device) ? [item.id] : []));
      const plain = idsOf((device) => kindOf(device).rated);
      const [ids, ratings] =
        plain.length > 0 ? [plain, [15, 20] as const] : [idsOf(takesBothHots), [30, 50] as const];
      return ratings.map((amps) => ({
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
  clamps: {
    question: 'Do clamps grip the cables?',
    answers: () => [
      { words: 'Yes', record: withGrip },
      { words: 'Push-in flaps only', record: withFlaps },
      { words: 'No', record: (box) => markAbsent(box, 'clamps') },
      {
        words: 'Connectors do',
        record: (box) => changeSite(markAbsent(box, 'clamps'), { secured: true }),
      },
    ],
  },
  weighs: {
    question: 'How much does it weigh?',
    answers: ({ site }) =>
      (site?.hangs === 'fan'
        ? ([
            ['35 lb or less', 35],
            ['36 to 70 lb', 70],
            ['Over 70 lb', 71],
          ] as const)
        : ([
            ['50 to 70 lb', 70],
            ['70 to 100 lb', 100],
            ['100 to 150 lb', 150],
          ] as const)
      ).map(([words, weighs]) => siteAnswer(words, { weighs })),
  },
  holds: {
    question: 'Which weight is marked in the box?',
    answers: ({ site }) =>
      (
        [
          ['None', site?.hangs === 'fan' ? 35 : 50],
          ['70 lb', 70],
          ['100 lb', 100],
          ['150 lb', 150],
        ] as const
      ).map(([words, holds]) => siteAnswer(words, { holds })),
  },
  damage: {
    question: 'Can something hit the cable there?',
    answers: () => [
      siteAnswer('Yes', { damage: 'likely' }),
      siteAnswer('No: out of reach, or guarded', { damage: 'unlikely' }),
    ],
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
  support: 'cables are held near enough to the box, and every 4½ ft (1.5 m) from there',
  entries: 'each cable has its own opening or clamp',
  setback: 'the front is near enough to the surface',
  gap: 'no wide gap round the box',
  edge: 'cables are far enough from the face of the studs',
  hangs: 'neither a fan nor over 50 lb hangs here',
  covers: 'the receptacle is marked WR, and its cover is for the wet while in use',
  weatherproof: 'the box is listed for this damp or wet place',
  access: 'the box stays covered and in reach',
  openings: 'every unused opening is closed',
  fastened: 'the box is fastened as it is made for',
  notice: 'the receptacle is marked “No equipment ground”',
  twoslot: 'the receptacle has two slots, none for a ground',
  fanbox: 'the box is listed for a fan, or framing above can hold one',
  copper: 'no conductor is aluminum, or devices are marked CO/ALR',
  heat: 'the luminaire is marked for 60 °C supply wires',
  bundles: 'no more than two cables are bundled or share a sealed hole',
  load: 'each switch is rated for what it switches',
  contact: 'the yoke is listed as self-grounding',
  grouped: 'hots and neutral of the multiwire circuit are tied together in the panel',
};

const isLooked = (fact: NotChecked['fact']): fact is Looked =>
  fact !== undefined && (ALL_LOOKED as readonly string[]).includes(fact);

/** An id of an item that exists only while an answer is tried. */
const passingId = () => 'answer-1';

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
      violates: [...violated(answer.record(box, passingId))].filter((section) => !now.has(section)),
    }));
    const cures = (answer: CheckAnswer) =>
      [...now].some((section) => !violated(answer.record(box, passingId)).has(section));
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
  const look = ALL_LOOKED.filter((fact) => missing.has(fact)).map((fact) => ({
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

/** The box with what somebody looked at, and found within its limit; what was wrong before is right now. */
export function withLooked(box: BoxDocument, facts: readonly Looked[]): BoxDocument {
  const wrong = box.site?.wrong?.filter((fact) => !facts.includes(fact));
  return changeSite(box, {
    right: [...new Set([...(box.site?.right ?? []), ...facts])],
    wrong: wrong?.length === 0 ? undefined : wrong,
  });
}

const isEye = (fact: Looked): fact is Eye => (EYES as readonly string[]).includes(fact);

/** The box with what somebody looked at, and found wrong. What is measured is recorded by its measure. */
export function withWrong(box: BoxDocument, fact: Looked): BoxDocument {
  if (!isEye(fact)) return box;
  const right = box.site?.right?.filter((one) => one !== fact);
  return changeSite(box, {
    wrong: [...new Set([...(box.site?.wrong ?? []), fact])],
    right: right?.length === 0 ? undefined : right,
  });
}
export const canBeWrong = isEye;

/** What was not looked at, in one sentence with its sections. @example 'setback and gap (314.20, 314.21)' */
export function notLookedAt(look: readonly ToLookAt[]): string | undefined {
  if (look.length === 0) return undefined;
  const names = look.map(({ fact }) => LOOKED_NAMES[fact]).join(', ');
  return `${names} (${[...new Set(look.flatMap(({ sections }) => sections))].join(', ')})`;
}
