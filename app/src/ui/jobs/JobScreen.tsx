/** A job: its boxes as small vessels, found and sorted, the house's chart, and ways to bring in boxes. */
import { EMPTY_BOX } from '@dense-pack/core/box/document';
import BoxIcon from 'lucide-react-native/icons/box';
import ClipboardList from 'lucide-react-native/icons/clipboard-list';
import Keyboard from 'lucide-react-native/icons/keyboard';
import { lazy, useMemo, useState } from 'react';
import { useWindowDimensions } from 'react-native';
import { changeJob, removeJob, type ShownJob, useJob } from '../client/queries';
import { useRunFacts } from '../client/use-run-facts';
import { useWiringsOf } from '../client/wiring-standing';
import { useWirings } from '../client/wiring-known';
import { Choice } from '../parts/Choice';
import { EditionChoice } from '../parts/EditionChoice';
import { go } from '../parts/go';
import { LatePart, useLaterFetched } from '../parts/late';
import { Notice } from '../parts/Notice';
import { NotThere } from '../parts/NotThere';
import { Button } from '../parts/Press';
import { Removal } from '../parts/Removal';
import { SaveSign } from '../parts/SaveSign';
import { Screen } from '../parts/Screen';
import { VirtualRows } from '../parts/VirtualRows';
import { Words } from '../parts/Words';
import { setPreferences, usePreferences } from '../theme/preferences';
import { useKit } from '../truck/kit';
import { AboutJob } from './AboutJob';
import { ALL, type Listed, listBox, wished, type Wish } from './box-list';
import { BoxGrid } from './BoxGrid';
import { BringIn, useWay, type Way } from './BringIn';
import { JobConflict } from './JobConflict';
import { JobTools } from './JobTools';
import { ListTools } from './ListTools';
import { addBox } from './new-box';
import { Unreadable } from './Unreadable';
import { View } from '../parts/View';

const BoxTable = lazy(() => import('./BoxTable'));
/** From this width on a job may be a table. */
const WIDE = 900;
/** From this many boxes on the list has its tools. */
const TOOLS_FROM = 3;
const BACK = { label: 'all jobs', href: '/' };

export function JobScreen({ jobId }: { readonly jobId: string }) {
  const query = useJob(jobId);
  useLaterFetched();
  if (!query.job) return <NotThere what="job" title="Job" back={BACK} query={query} />;
  return <Job job={query.job} />;
}

function Job({ job }: { readonly job: ShownJob }) {
  const [way, setWay] = useWay(job.id);
  const [wish, setWish] = useState<Wish>(ALL);
  const wide = useWindowDimensions().width >= WIDE;
  const { assumptions } = useKit();
  const { boxes, edition, unreadable } = job;
  const run = useRunFacts(job);
  const wiringOf = useWirings();
  const all = useMemo(
    () => boxes.map((box) => listBox(box, job, { assumed: assumptions, run, wiringOf })),
    [boxes, job, assumptions, run, wiringOf],
  );
  useWiringsOf(all, job);
  const list = useMemo(() => wished(all, wish), [all, wish]);
  return (
    <Screen
      title={job.name}
      detail={`${boxes.length} ${boxes.length === 1 ? 'box' : 'boxes'}${job.demo ? ', invented demo data' : ''}`}
      back={BACK}
      actions={<SaveSign />}
      wide={wide}
      foot={<Foot jobId={job.id} onWay={(to) => setWay(way === to ? undefined : to)} />}
    >
      <JobConflict jobId={job.id} />
      <BringIn job={job} way={way} onDone={() => setWay(undefined)} />
      {boxes.length === 0 && way === undefined && (
        <Notice title="No box in this job yet">
          Touch New box and say what is stamped in it, or type the box in one line, such as “18 in3 plastic,
          3x 12/2, duplex”. Many pastes a whole list or reads a CSV file.
        </Notice>
      )}
      <Unreadable boxes={unreadable} />
      {all.length >= TOOLS_FROM && <ListTools boxes={all} wish={wish} onWish={setWish} wide={wide} />}
      {all.length > 0 && list.length === 0 && (
        <Notice title="No box is like that">
          <Button label="Show all boxes" onPress={() => setWish(ALL)} />
        </Notice>
      )}
      <Boxes job={job} list={list} wide={wide} />
      <JobTools job={job} list={list} />
      <AboutJob job={job} />
      <View className="gap-2">
        <Words heading={2} strong>
          Code adopted here
        </Words>
        <EditionChoice
          value={edition}
          onChoose={(id) => changeJob(job, { edition: id, editionAssumed: false })}
        />
        <Words size="fine" tone="text-soft">
          Boxes are counted by it unless one names its own. The adopted local code and the inspector decide.
        </Words>
      </View>
      <Removal
        what="job"
        kept
        question={deletionOf(job.name, boxes.length + unreadable.length)}
        onRemove={() => {
          removeJob(job);
          go('/');
        }}
      />
    </Screen>
  );
}

/** @example deletionOf('House', 1) === 'Delete “House” and its box?' */
export const deletionOf = (name: string, boxes: number): string =>
  boxes === 0 ? `Delete “${name}”?` : `Delete “${name}” and its ${boxes === 1 ? 'box' : `${boxes} boxes`}?`;

interface FootProps {
  readonly jobId: string;
  readonly onWay: (way: Way) => void;
}

function Foot({ jobId, onWay }: FootProps) {
  const { hand } = usePreferences();
  return (
    <View
      className={`mx-auto w-full max-w-[760px] gap-2 ${hand === 'left' ? 'flex-row-reverse' : 'flex-row'}`}
    >
      <Button label="Many" icon={ClipboardList} onPress={() => onWay('many')} />
      <Button label="Type" aria-label="Type a box" icon={Keyboard} onPress={() => onWay('line')} />
      <Button
        label="New box"
        icon={BoxIcon}
        kind="main"
        className="flex-1"
        onPress={() => addBox(jobId, EMPTY_BOX, 'box')}
      />
    </View>
  );
}

interface BoxesProps {
  readonly job: ShownJob;
  readonly list: readonly Listed[];
  readonly wide: boolean;
}

/** The boxes as cards, or on a wide screen as a table. */
function Boxes({ job, list, wide }: BoxesProps) {
  const { text, table } = usePreferences();
  const { width } = useWindowDimensions();
  return (
    <>
      {wide && job.boxes.length > 1 && (
        <Choice
          title="Show them as"
          options={[
            { value: false, label: 'Cards' },
            { value: true, label: 'Table' },
          ]}
          value={table}
          always
          onChoose={(as) => setPreferences({ table: as === true })}
        />
      )}
      {list.length > 0 &&
        (wide && table ? (
          <LatePart what="the table">
            <BoxTable job={job} list={list} Rows={VirtualRows} />
          </LatePart>
        ) : (
          <BoxGrid list={list} width={Math.min(width, wide ? 1920 : 760) - 32} text={text} />
        ))}
    </>
  );
}
