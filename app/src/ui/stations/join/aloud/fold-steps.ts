/** Folding as steps that can be read aloud: after the joints and the landings, or by itself. */
import type { FoldStep } from '@dense-pack/core/fold/fold-steps';
import type { Step } from './steps';

const sentence = (words: string) => `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;

/** What is said under a title does not say it again. */
const under = (title: string, words: string) => {
  const said = `${title.toLowerCase()}: `;
  return words.startsWith(said) ? words.slice(said.length) : words;
};

/** Each joint is twisted, capped and laid; each layer pressed back. */
export const spokenSteps = (steps: readonly FoldStep[]): Step[] =>
  steps.map(({ id, title, makeUp, lay }) => ({
    tick: id,
    title,
    lines: [...makeUp, sentence(under(title, makeUp.length > 0 ? lay.replace(/^.*: (lay it)/, '$1') : lay))],
  }));

/** The joints of Join with where each is laid; the layers and the devices come after all that is landed. */
export function carriedOn(
  joints: readonly Step[],
  landings: readonly Step[],
  folding: readonly FoldStep[],
): Step[] {
  const layOf = (nth: number) =>
    folding.filter(({ id }) => new RegExp(`^lay:joint ${nth + 1}(,|$)`).test(id));
  const places = joints.map((joint) => {
    const nth = Number(/^Joint (\d+)/.exec(joint.title)?.[1] ?? 0) - 1;
    return {
      ...joint,
      lines: [...joint.lines, ...layOf(nth).map(({ lay }) => sentence(lay.replace(/^.*: (lay it)/, '$1')))],
    };
  });
  return [...places, ...landings, ...spokenSteps(folding.filter(({ id }) => !id.startsWith('lay:')))];
}

/** Ticks with one more, or with that one taken back. */
export const toggled = (ticks: ReadonlySet<string>, id: string): ReadonlySet<string> =>
  new Set(ticks.has(id) ? [...ticks].filter((one) => one !== id) : [...ticks, id]);
