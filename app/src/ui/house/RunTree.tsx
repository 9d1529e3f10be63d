/** The boxes of a house as they hang on each other, each a small vessel; touched, it says what follows from it. */
import { FAR_ENDS, type Link } from '@dense-pack/core/box/links';
import type { HouseBox } from '@dense-pack/core/run/house';
import type { HouseRun, RunNode } from '@dense-pack/core/run/run';
import { useMemo, useState } from 'react';
import type { ShownJob } from '../client/queries';

import { listBox } from '../jobs/box-list';
import { boxHref } from '../jobs/hrefs';
import { useFirst } from '../parts/first';
import { go } from '../parts/go';
import { Button } from '../parts/Press';
import { Touch } from '../parts/Touch';
import { Words } from '../parts/Words';
import { useKit } from '../truck/kit';
import { Vessel } from '../vessel/Vessel';
import { changeHouse } from './job-changes';
import { View } from '../parts/View';

/** How far a box stands in from the one that feeds it, px; no further than so many steps on a phone. */
const INDENT = 18;
const DEEPEST = 8;
/** So many boxes are drawn at first. */
const ROWS = 60;

interface RunTreeProps {
  readonly job: ShownJob;
  readonly run: HouseRun;
  /** Boxes that are dead with the breaker that is looked at. */
  readonly dark: ReadonlySet<string>;
}

export function RunTree({ job, run, dark }: RunTreeProps) {
  const [looked, setLooked] = useState<string>();
  const rows = useMemo(() => {
    const flat = (nodes: readonly RunNode[]): RunNode[] =>
      nodes.flatMap((node) => [node, ...flat(node.next)]);
    return flat(run.trees);
  }, [run]);
  const { shown, more } = useFirst(rows, ROWS);
  if (rows.length === 0)
    return (
      <Words tone="text-soft">
        No cable is linked yet. Touch a cable below and say where it leads: the boxes become a tree from the
        breaker.
      </Words>
    );
  return (
    <View role="list" aria-label="The run" className="gap-1">
      {shown.map((node, nth) => (
        <View key={`${node.box.id}${nth}`} role="listitem" testID="run-box">
          <Row
            job={job}
            run={run}
            node={node}
            dead={dark.has(node.box.id)}
            on={looked === node.box.id}
            onPress={() => setLooked(looked === node.box.id ? undefined : node.box.id)}
          />
          {looked === node.box.id && <Follows job={job} run={run} node={node} />}
        </View>
      ))}
      {more}
    </View>
  );
}

interface RowProps {
  readonly job: ShownJob;
  readonly run: HouseRun;
  readonly node: RunNode;
  readonly dead: boolean;
  readonly on: boolean;
  readonly onPress: () => void;
}

function Row({ job, run, node, dead, on, onPress }: RowProps) {
  const { box, depth, behind, again, by } = node;
  const shown = job.boxes.find(({ id }) => id === box.id);
  const { assumptions } = useKit();
  const counted = shown && listBox(shown, job, { assumed: assumptions }).counted;
  const at = depth === 0 ? originOf(box, job.links) : undefined;
  const facts = [
    dead && 'dead with it',
    at,
    box.circuits.length > 0 && `circuit ${box.circuits.join(', ')}`,
    again ? 'is above already: a second cable comes to it' : run.isEnd(box.id) ? 'end of the run' : 'goes on',
    behind.length > 0 && `behind the ${behind.join(' and the ')}`,
  ].filter(Boolean);
  return (
    <View className="flex-row" style={{ paddingLeft: Math.min(depth, DEEPEST) * INDENT }}>
      {depth > 0 && (
        <View
          aria-hidden
          className="w-4 border-b-2 border-l-2 border-ink"
          style={{ height: 30, borderBottomLeftRadius: 8 }}
        />
      )}
      <Touch
        role="button"
        aria-expanded={on}
        onPress={onPress}
        className={`min-h-[60px] min-w-0 flex-1 flex-row items-center gap-3 rounded-card border px-2 py-1 active:opacity-70 ${dead ? 'border-4 border-over bg-sunk' : on ? 'border-2 border-action bg-sheet' : 'border-hair bg-sheet'}`}
      >
        {shown && counted && <Vessel box={shown.box} counted={counted} width={52} height={44} small />}
        <View className="min-w-0 flex-1">
          <Words strong>{`${box.name} `}</Words>
          <Words size="fine" tone="text-soft">
            {`${facts.join('; ')}${by ? ` ` : ''}`}
          </Words>
        </View>
      </Touch>
    </View>
  );
}

/** Where the first box of a tree is fed from, as far as it was said. */
function originOf({ id, ends }: HouseBox, links: readonly Link[]): string {
  const feeds = new Set(ends.filter(({ way }) => way === 'brings').map(({ piece }) => piece));
  const from = links.find(
    (link) => link.from.box === id && feeds.has(link.from.piece) && link.to === 'panel',
  );
  return from ? `from ${FAR_ENDS.panel}` : 'its feed is not linked';
}

/** What follows from a box: what is further on, what is tested after work in it, and its cables. */
function Follows({ job, run, node }: Pick<RowProps, 'job' | 'run' | 'node'>) {
  const { box } = node;
  const further = run.downstream(box.id);
  const test = run.toTest(box.id).filter(({ id }) => id !== box.id);
  const mine = job.links.filter(
    ({ from, to }) => from.box === box.id || (typeof to !== 'string' && to.box === box.id),
  );
  const nameOf = (id: string) => run.house.find((one) => one.id === id)?.name ?? 'a box that is gone';
  const endName = (id: string, piece: string) =>
    run.house.find((one) => one.id === id)?.ends.find((end) => end.piece === piece)?.name ??
    'a cable that is gone';
  return (
    <View className="gap-2 rounded-card border border-hair bg-sunk p-3" testID="follows">
      <Words>
        {further.length === 0
          ? 'Nothing hangs on it further on.'
          : `Further on: ${further.map(({ name }) => name).join(', ')}.`}
      </Words>
      <Words>
        {test.length === 0
          ? 'After work in it, test it alone.'
          : `After work in it, test it and ${test.map(({ name }) => name).join(', ')}.`}
      </Words>
      {mine.map((link) => {
        const other =
          typeof link.to === 'string'
            ? FAR_ENDS[link.to]
            : link.from.box === box.id
              ? nameOf(link.to.box)
              : nameOf(link.from.box);
        const end = link.from.box === box.id || typeof link.to === 'string' ? link.from : link.to;
        const words = `${endName(end.box, end.piece)}: to ${other}`;
        return (
          <View key={link.id} className="flex-row flex-wrap items-center gap-2">
            <Words className="min-w-0 flex-1">{words}</Words>
            <Button
              label="Unlink"
              aria-label={`Unlink ${words}`}
              onPress={() =>
                changeHouse(job, (now) => ({ links: now.links.filter(({ id }) => id !== link.id) }))
              }
            />
          </View>
        );
      })}
      <Button label={`Open ${box.name}`} onPress={() => go(boxHref(job.id, box.id))} />
    </View>
  );
}
