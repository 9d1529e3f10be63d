/** A joint and a landing in words: the same on their cards, in step mode and read aloud. */
import { CONNECTORS, STRIP } from '@dense-pack/core/connector/connectors';
import { readEnd } from '@dense-pack/core/physical/end';
import type { TerminalLanding } from '@dense-pack/core/plan/landings';
import type { Judged } from './use-wiring';

const HOW = {
  twist: 'No bare copper below the skirt; tug each conductor.',
  push: 'Seat each fully, look through the window, tug.',
  lever: 'Seat each fully, close the lever, look and tug.',
  crimp: 'Crimp with the tool it is listed with; tug.',
} as const;

export interface JointWords {
  /** Each end under the connector. */
  readonly ends: readonly { readonly end: string; readonly words: string }[];
  readonly connector: string;
  readonly how: string;
}

/** What goes into the joint with this place in the order of making up; undefined where there is none. */
export function jointWords(judged: Judged, nth: number): JointWords | undefined {
  const { wiring, work } = judged;
  const joint = wiring.joints[nth];
  if (!joint) return undefined;
  const kind = CONNECTORS.find(({ id }) => id === joint.connectors[0]);
  const family = kind?.family ?? 'twist';
  const say = (end: string) => {
    const words = judged.name(end);
    if (readEnd(end)?.kind !== 'pigtail') return words;
    const land = wiring.lands.find((one) => one.end === end);
    const piece = wiring.pigtails.find(({ id }) => `p:${id}` === end);
    const to = land
      ? `to the ${judged.name(land.at).replace(/^the /, '')}`
      : joint.ends.length === 1
        ? 'capped'
        : 'to the next joint, or capped';
    return `${piece?.colour ?? ''} pigtail ${to}`;
  };
  return {
    ends: joint.ends.map((end) => ({ end, words: say(end) })),
    connector: kind ? `${kind.name}, strip ${STRIP[family]}` : 'no connector at hand',
    how: `${family === 'twist' && work.schools.pretwist ? 'Twist together clockwise first. ' : ''}${HOW[family]}`,
  };
}

/** A jumper between two devices: where its other end lands. */
function jumperWords({ wiring, name }: Judged, end: string, here: string): string {
  const other = wiring.lands.find((one) => one.end === end && one.at !== here)?.at;
  return other === undefined ? 'a loose pigtail' : `jumper to ${name(other)}`;
}

/** What lands on a terminal: `pigtail from joint 2`, `nothing`. */
export function landedWords(judged: Judged, { terminal, ends, joint }: TerminalLanding): string {
  const { wiring } = judged;
  const [end] = ends;
  if (joint !== undefined) return `in joint ${wiring.joints.findIndex((one) => one.id === joint) + 1}`;
  if (end === undefined) return 'nothing';
  const nth = wiring.joints.findIndex((one) => one.ends.includes(end));
  if (readEnd(end)?.kind === 'pigtail')
    return nth < 0 ? jumperWords(judged, end, terminal.id) : `pigtail from joint ${nth + 1}`;
  return `${judged.name(end)}${wiring.marked.includes(end) ? ', marked as a hot' : ''}`;
}
