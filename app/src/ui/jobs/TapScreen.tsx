/** Which box of the house can feed a new outlet, and what every box could still take. */
import { countedIds } from '@dense-pack/core/box/piece-id';
import type { Size } from '@dense-pack/core/edition/index';
import type { Job } from '@dense-pack/core/box/record';
import { roomLeft } from '@dense-pack/core/fill/room';
import { verdictParts } from '@dense-pack/core/fill/verdict';
import { findTaps, type Tap, type TapBox, type TapWish } from '@dense-pack/core/remedy/tap';
import { runOf } from '@dense-pack/core/run/run';
import CircleCheck from 'lucide-react-native/icons/circle-check';
import CircleX from 'lucide-react-native/icons/circle-x';
import { useMemo, useState } from 'react';
import { editionFor, type ShownBox, type ShownJob, useJob } from '../client/queries';
import { Choice } from '../parts/Choice';
import { go } from '../parts/go';
import { Notice } from '../parts/Notice';
import { NotThere } from '../parts/NotThere';
import { Button, Chip } from '../parts/Press';
import { Screen } from '../parts/Screen';
import { Words } from '../parts/Words';
import { useColours } from '../theme/theme';
import { useKit } from '../truck/kit';
import { Vessel } from '../vessel/Vessel';
import { listBox } from './box-list';
import { boxHref } from './hrefs';
import { View } from '../parts/View';

const LOADS = {
  receptacle: { label: 'A receptacle', hot: 'constant', conductors: 2 },
  light: { label: 'A light with its own switch', hot: 'constant', conductors: 2 },
  'with-light': { label: 'A light with one that is there', hot: 'switched', conductors: 2 },
  'two-hots': { label: 'A fan and light, own switches', hot: 'constant', conductors: 3 },
} as const satisfies Record<string, { label: string; hot: TapWish['hot']; conductors: 2 | 3 }>;
type Load = keyof typeof LOADS;

const WAYS = [5, 10, 20, 40, 60];

export function TapScreen({ jobId }: { readonly jobId: string }) {
  const query = useJob(jobId);
  const { job } = query;
  const [view, setView] = useState<'tap' | 'room'>('tap');
  const back = { label: job?.name ?? 'the job', href: `/job/${jobId}` };
  if (!job) return <NotThere what="job" title="Where to tap" back={back} query={query} />;
  return (
    <Screen title="Where to tap" detail={job.name} back={back}>
      <View className="flex-row flex-wrap gap-2">
        <Chip label="Feed a new outlet" on={view === 'tap'} className="grow" onPress={() => setView('tap')} />
        <Chip label="What fits where" on={view === 'room'} className="grow" onPress={() => setView('room')} />
      </View>
      {job.boxes.length === 0 ? (
        <Notice title="No box in this job yet">Record the boxes within reach first.</Notice>
      ) : view === 'tap' ? (
        <Taps job={job} boxes={job.boxes} edition={job.edition} />
      ) : (
        <Headroom boxes={job.boxes} edition={job.edition} />
      )}
    </Screen>
  );
}

interface JobBoxes {
  readonly boxes: readonly ShownBox[];
  readonly edition: Job['edition'];
}

function Taps({ job, boxes, edition }: JobBoxes & { readonly job: Pick<ShownJob, 'links' | 'panel'> }) {
  const kit = useKit();
  const [load, setLoad] = useState<Load>('receptacle');
  const [size, setSize] = useState<Size>(12);
  const [circuit, setCircuit] = useState<string>();
  const [ways, setWays] = useState<Readonly<Record<string, number>>>({});
  const circuits = [...new Set(boxes.map((box) => box.circuit).filter(Boolean))].sort();
  const { links, panel } = job;
  const run = useMemo(
    () => (links.length > 0 ? runOf(boxes, links, panel) : undefined),
    [boxes, links, panel],
  );
  const taps = useMemo(() => {
    const within = boxes.map((box): TapBox => {
      const distance = ways[box.id];
      const { id, name, room, circuit: on, box: document } = box;
      const linked = run && !run.alone.some((one) => one.id === id);
      return {
        id,
        name,
        room,
        circuit: on,
        box: document,
        ...(distance === undefined ? {} : { distance }),
        ...(linked ? { run: { end: run.isEnd(id), behind: run.behind(id) } } : {}),
      };
    });
    const { hot, conductors } = LOADS[load];
    return findTaps(
      within,
      (box) => editionFor({ edition }, box),
      { hot, conductors, size, ...(circuit === undefined ? {} : { circuit }) },
      countedIds(),
      kit.weights,
    );
  }, [boxes, run, edition, ways, load, size, circuit, kit.weights]);
  const can = taps.filter(({ against }) => against.length === 0);
  const cannot = taps.filter(({ against }) => against.length > 0);
  const card = (tap: Tap) => (
    <TapCard
      key={tap.from.id}
      tap={tap}
      way={ways[tap.from.id]}
      onWay={(way) =>
        setWays(({ [tap.from.id]: _before, ...others }) =>
          way === undefined ? others : { ...others, [tap.from.id]: way },
        )
      }
      onOpen={() => {
        const box = boxes.find(({ id }) => id === tap.from.id);
        if (box) go(boxHref(box.jobId, box.id));
      }}
    />
  );
  return (
    <>
      <Choice
        title="What is wanted"
        options={(Object.keys(LOADS) as Load[]).map((value) => ({ value, label: LOADS[value].label }))}
        value={load}
        always
        onChoose={(value) => value && setLoad(value)}
      />
      <Choice
        title="New cable, AWG"
        options={([14, 12, 10] as const).map((value) => ({ value: value as Size, label: String(value) }))}
        value={size}
        always
        onChoose={(value) => value && setSize(value)}
      />
      {circuits.length > 1 && (
        <Choice
          title="Only circuit"
          options={circuits.map((value) => ({ value, label: value }))}
          value={circuit}
          onChoose={setCircuit}
        />
      )}
      <Words heading={2} strong>
        {can.length === 0 ? 'None of them can feed it' : `${can.length} of ${taps.length} can feed it`}
      </Words>
      {can.map(card)}
      {cannot.length > 0 && can.length > 0 && (
        <Words heading={2} strong>
          The others, and why not
        </Words>
      )}
      {cannot.map(card)}
      <Notice title="Before anything is cut">
        Roles of cables are as they were recorded: prove the hot, the neutral and the ground with a tester.
        Whether the circuit may be extended and has room for the load is for the local code and a licensed
        person to decide.
      </Notice>
    </>
  );
}

interface TapCardProps {
  readonly tap: Tap;
  readonly way: number | undefined;
  readonly onWay: (way: number | undefined) => void;
  readonly onOpen: () => void;
}

function TapCard({ tap, way, onWay, onOpen }: TapCardProps) {
  const colours = useColours();
  const { from, after, against, needs, notes, remedy, box } = tap;
  const can = against.length === 0;
  const Sign = can ? CircleCheck : CircleX;
  return (
    <View className="gap-2 rounded-card border border-line bg-sheet p-3" testID={can ? 'tap' : 'no-tap'}>
      <View className="flex-row gap-3">
        <Vessel box={box} counted={after} width={76} height={64} small />
        <View className="min-w-0 flex-1 gap-1">
          <View className="flex-row items-center gap-2">
            <Sign size={20} color={can ? colours.legal : colours.over} aria-hidden />
            <Words strong className="shrink">
              {`${can ? 'Can' : 'Cannot'}: ${from.name}`}
            </Words>
          </View>
          <Words size="fine" tone="text-soft">
            {[from.room, from.circuit && `circuit ${from.circuit}`].filter(Boolean).join(', ')}
          </Words>
          {can ? (
            <Words size="fine">{`With the new cable ${verdictParts(after).head}.`}</Words>
          ) : (
            against.map((reason) => (
              <Words key={reason} size="fine">{`${reason.charAt(0).toUpperCase()}${reason.slice(1)}.`}</Words>
            ))
          )}
          {remedy?.words.map((words) => (
            <Words key={words} size="fine">{`First: ${words}`}</Words>
          ))}
          {can &&
            notes.map((words) => (
              <Words key={words} size="fine" tone="text-soft">
                {words}
              </Words>
            ))}
          {can && needs.length > 0 && (
            <Words size="fine" tone="text-unknown">{`Before: ${needs.join('; ')}.`}</Words>
          )}
        </View>
      </View>
      {can && (
        <Choice
          title="Way of the cable, ft"
          options={WAYS.map((value) => ({ value, label: String(value) }))}
          value={way}
          onChoose={onWay}
        />
      )}
      <Button label={`Open ${from.name}`} onPress={onOpen} />
    </View>
  );
}

function Headroom({ boxes, edition }: JobBoxes) {
  const rows = useMemo(
    () =>
      boxes
        .map((box) => ({
          box,
          counted: listBox(box, { edition }).counted,
          room: roomLeft(box.box, editionFor({ edition }, box.box)),
        }))
        .sort((a, b) => (b.counted.margin ?? -1e18) - (a.counted.margin ?? -1e18)),
    [boxes, edition],
  );
  return (
    <>
      <Words tone="text-soft">
        What each box would still legally hold of one kind. Roomiest first; room to work is another question.
      </Words>
      {rows.map(({ box, counted, room }) => {
        const some = room.filter(({ more }) => more !== null && more > 0);
        return (
          <View key={box.id} className="gap-1 rounded-card border border-hair bg-sheet p-3" testID="headroom">
            <View className="flex-row flex-wrap items-baseline justify-between gap-2">
              <Words strong className="shrink">
                {box.name}
              </Words>
              <Words size="fine" tone={counted.verdict === 'over' ? 'text-over' : 'text-soft'}>
                {verdictParts(counted).head}
              </Words>
            </View>
            <View className="flex-row flex-wrap gap-1">
              {some.length === 0 ? (
                <Words size="fine" tone="text-soft">
                  {counted.margin === null ? 'No answer without a legal volume.' : 'Nothing more goes in.'}
                </Words>
              ) : (
                some.map(({ name, more }) => (
                  <Words key={name} size="fine" className="rounded-card bg-sunk px-2 py-1">
                    {`${more} × ${name}`}
                  </Words>
                ))
              )}
            </View>
          </View>
        );
      })}
    </>
  );
}
