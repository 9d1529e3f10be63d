/**
 * The run (docs/trade.md#the-run): the boxes of a house as trees from the breaker, what a GFCI protects further on, what goes
 * dead with which breaker, what must be tested after work, and where two ends of a cable disagree.
 */
import { linkedRoles, type Roles } from './linked-roles.ts';
import { type Link, Links } from '../box/links.ts';
import { circuitNamed, type Panel } from '../box/panel.ts';
import { type Arrow, arrowOf, endIn, type HouseBox, houseOf, type RunBox, type RunEnd } from './house.ts';

export const RUN_FINDINGS = {
  'other-cable': 'One cable, and its ends are not the same',
  'both-fed': 'Both ends say that they are fed by it',
  'both-feed': 'Both ends say that they feed the other',
  'other-circuit': 'Its ends name different circuits',
  ring: 'They feed each other in a ring',
  gone: 'What it was linked to is gone',
  'other-breaker': 'The panel has another breaker',
} as const;

export interface RunFinding {
  readonly code: keyof typeof RUN_FINDINGS;
  readonly words: string;
  /** Boxes it is about. */
  readonly boxes: readonly string[];
  readonly link?: string;
}

/** One box where it hangs in its tree. */
export interface RunNode {
  readonly box: HouseBox;
  /** The cable that brings power to it; undefined at the first box of a tree. */
  readonly by: Arrow | undefined;
  readonly depth: number;
  readonly next: readonly RunNode[];
  /** GFCIs before it, by what they are called, nearest the breaker first. */
  readonly behind: readonly string[];
  /** It is drawn elsewhere already: another cable comes to it too. */
  readonly again: boolean;
}

export interface HouseRun {
  readonly house: readonly HouseBox[];
  /** First boxes of trees of which a cable is linked, each with all that follows. */
  readonly trees: readonly RunNode[];
  /** Boxes of which no cable is linked to another box. */
  readonly alone: readonly HouseBox[];
  readonly findings: readonly RunFinding[];
  readonly arrows: readonly Arrow[];
  /** Every box further on, nearest first. @param box id */
  readonly downstream: (box: string) => readonly HouseBox[];
  /** What is tested when a box was opened: itself, all further on, and the other places of its three-ways. */
  readonly toTest: (box: string) => readonly HouseBox[];
  /** GFCIs of other boxes before a box. */
  readonly behind: (box: string) => readonly string[];
  /** Roles of its cables that follow from where they are linked. */
  readonly rolesIn: (box: string) => Roles;
  /** No cable takes the circuit on to another box. */
  readonly isEnd: (box: string) => boolean;
  /** Boxes that are dead, wholly or in part, with the breaker of a circuit off. */
  readonly deadWith: (circuit: string) => readonly HouseBox[];
}

/** The run of a house. A box that is linked to none stands alone and needs nothing. */
export function runOf(boxes: readonly RunBox[], links: readonly Link[], panel: Panel): HouseRun {
  const house = houseOf(boxes, panel);
  const arrows = links.flatMap((link) => arrowOf(house, link) ?? []);
  const of = (id: string) => house.find((one) => one.id === id);
  const linked = new Set(
    links
      .flatMap(({ from, to }) => (typeof to === 'string' ? [] : [from.box, to.box]))
      .filter((id) => of(id)),
  );
  const fed = new Set(arrows.map(({ down }) => down.box));
  const rings = ringsIn(arrows);
  const seen = new Set<string>();
  const grow = (box: HouseBox, by: Arrow | undefined, depth: number, before: readonly string[]): RunNode => {
    const own = by?.up.guard === undefined ? [] : [`${by.up.guard} of ${of(by.up.box)?.name ?? ''}`];
    const behind = [...before, ...own];
    const again = seen.has(box.id);
    seen.add(box.id);
    const next = again
      ? []
      : arrows
          .filter(({ up }) => up.box === box.id)
          .flatMap((arrow) => {
            const there = of(arrow.down.box);
            return there ? [grow(there, arrow, depth + 1, behind)] : [];
          });
    return { box, by, depth, next, behind, again };
  };
  const trees = house
    .filter(({ id }) => linked.has(id) && !fed.has(id))
    .map((box) => grow(box, undefined, 0, []));
  // Of a ring nothing is first: it is drawn all the same, from the first of it as listed.
  for (const box of house)
    if (linked.has(box.id) && !seen.has(box.id)) trees.push(grow(box, undefined, 0, []));

  const downstream = (id: string): HouseBox[] => {
    const found: string[] = [];
    const queue = [id];
    for (const one of queue)
      for (const { up, down } of arrows)
        if (up.box === one && down.box !== id && !found.includes(down.box)) {
          found.push(down.box);
          queue.push(down.box);
        }
    return found.flatMap((one) => of(one) ?? []);
  };
  const all = (nodes: readonly RunNode[]): RunNode[] => nodes.flatMap((node) => [node, ...all(node.next)]);
  const nodes = all(trees);
  return {
    house,
    trees,
    alone: house.filter(({ id }) => !linked.has(id)),
    arrows,
    findings: [
      ...links.flatMap((link) => againstLink(house, link)),
      ...rings.map((ring): RunFinding => ({
        code: 'ring',
        words: `${named(ring, house)} feed each other in a ring: no breaker feeds them. One of the cables is not what it is said to be.`,
        boxes: ring,
      })),
      ...house.flatMap((box) => againstPanel(box, panel)),
    ],
    downstream,
    toTest: (id) => {
      const partners = links.flatMap((link) => {
        if (typeof link.to === 'string') return [];
        const ends = [endIn(house, link.from), endIn(house, link.to)];
        const mine = ends.find((end) => end?.box === id);
        const other = ends.find((end) => end !== undefined && end.box !== id);
        const chain = ends.some((end) => end?.does === 'travelers');
        return mine && other && chain ? (of(other.box) ?? []) : [];
      });
      const self = of(id);
      return [...new Set([...(self ? [self] : []), ...downstream(id), ...partners])];
    },
    rolesIn: (box) => linkedRoles(house, links, box),
    behind: (id) => [...new Set(nodes.filter(({ box }) => box.id === id).flatMap(({ behind }) => behind))],
    isEnd: (id) =>
      !arrows.some(({ up }) => up.box === id) &&
      !of(id)?.ends.some(({ does, told }) => told && does === 'out'),
    deadWith: (circuit) => house.filter(({ circuits }) => circuits.includes(circuit)),
  };
}

const named = (ids: readonly string[], house: readonly HouseBox[]) =>
  ids.map((id) => house.find((one) => one.id === id)?.name ?? id).join(', ');

/** Boxes that feed each other in a ring, each ring once, from its first as listed. */
function ringsIn(arrows: readonly Arrow[]): string[][] {
  const next = new Map<string, string[]>();
  for (const { up, down } of arrows) next.set(up.box, [...(next.get(up.box) ?? []), down.box]);
  const rings: string[][] = [];
  const done = new Set<string>();
  const walk = (box: string, path: readonly string[]) => {
    const at = path.indexOf(box);
    if (at >= 0) {
      rings.push(path.slice(at));
      return;
    }
    if (done.has(box)) return;
    for (const one of next.get(box) ?? []) walk(one, [...path, box]);
    done.add(box);
  };
  for (const box of next.keys()) walk(box, []);
  return rings;
}

/** What stands against a link: its ends are not one cable, or say what cannot both be. */
function againstLink(house: readonly HouseBox[], link: Link): RunFinding[] {
  const nameOf = ({ box }: { readonly box: string }) =>
    house.find(({ id }) => id === box)?.name ?? 'a box that is gone';
  const from = endIn(house, link.from);
  const to = typeof link.to === 'string' ? undefined : endIn(house, link.to);
  const about = (code: RunFinding['code'], words: string): RunFinding => ({
    code,
    words,
    link: link.id,
    boxes: [link.from.box, ...(typeof link.to === 'string' ? [] : [link.to.box])],
  });
  if (!from || (typeof link.to !== 'string' && !to)) {
    const gone = from ? link.to : link.from;
    const there = typeof gone === 'string' ? '' : nameOf(gone);
    return [
      about(
        'gone',
        `A cable was linked in ${there} that is not there any more: link it again, or take the link out.`,
      ),
    ];
  }
  if (typeof link.to === 'string') {
    return link.to === 'panel' && from.told && from.way === 'takes'
      ? [
          about(
            'both-feed',
            `“${from.name}” in ${nameOf(from)} comes from the panel and is said to take power away.`,
          ),
        ]
      : [];
  }
  if (!to) return [];
  const found: RunFinding[] = [];
  const what = ({ item }: RunEnd) =>
    `${item.size}/${item.conductors}${item.make === 'nm' ? '' : ` ${item.make.toUpperCase()}`}`;
  if (what(from) !== what(to))
    found.push(
      about(
        'other-cable',
        `One cable: it is ${what(from)} in ${nameOf(from)} and ${what(to)} in ${nameOf(to)}. Look again at both.`,
      ),
    );
  if (from.told && to.told && from.way !== undefined && from.way === to.way)
    found.push(
      from.way === 'brings'
        ? about(
            'both-fed',
            `${nameOf(from)} and ${nameOf(to)} both say that this cable feeds them. Test which is the line.`,
          )
        : about(
            'both-feed',
            `${nameOf(from)} and ${nameOf(to)} both say that they feed the other. Test which is the line.`,
          ),
    );
  const shared = from.circuits.some((one) => to.circuits.includes(one));
  if (from.circuits.length > 0 && to.circuits.length > 0 && !shared)
    found.push(
      about(
        'other-circuit',
        `${nameOf(from)} says circuit ${from.circuits.join(' and ')}, ${nameOf(to)} says circuit ${to.circuits.join(' and ')}. Throw the breaker and look.`,
      ),
    );
  return found;
}

/** Whether the breaker a box names is the one the panel has. */
function againstPanel({ id, name, circuit, box }: HouseBox, panel: Panel): RunFinding[] {
  const told = [
    ...(box.work?.circuits ?? []).map((one) => ({ called: one.name || circuit, breaker: one.breaker })),
    { called: circuit, breaker: box.work ? undefined : box.site?.breaker },
  ];
  return told.flatMap(({ called, breaker }): RunFinding[] => {
    const there = circuitNamed(panel, called);
    if (there?.amps === undefined || breaker === undefined || there.amps === breaker) return [];
    return [
      {
        code: 'other-breaker',
        words: `${name} says ${breaker} A for circuit ${called}; the panel has ${there.amps} A. The handle says which.`,
        boxes: [id],
      },
    ];
  });
}

/**
 * What is wrong with a link before it is written; undefined where it can be. @param link the new one
 * @returns what was wrong and what is accepted, in words
 */
export function linkRefused(
  boxes: readonly RunBox[],
  links: readonly Link[],
  link: Link,
  panel: Panel,
): string | undefined {
  const checked = Links.safeParse([...links, link]);
  if (!checked.success) {
    const [issue] = checked.error.issues;
    const words = issue?.message ?? 'this link cannot be taken';
    return `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;
  }
  const house = houseOf(boxes, panel);
  const missing = [link.from, link.to].some((end) => typeof end !== 'string' && !endIn(house, end));
  if (missing) return 'That cable is not there any more. Choose a cable that is in its box.';
  const arrows = (list: readonly Link[]) => list.flatMap((one) => arrowOf(house, one) ?? []);
  const ring = ringsIn(arrows([...links, link])).find(
    (one) => !ringsIn(arrows(links)).some((other) => [...other].sort().join() === [...one].sort().join()),
  );
  return ring === undefined
    ? undefined
    : `Then ${named(ring, house)} would feed each other in a ring. Say first which of their cables is the feed.`;
}
