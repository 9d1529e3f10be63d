/** A job: its boxes as small vessels, found and sorted, the house's chart, and ways to bring in boxes. */
import { EMPTY_BOX } from '@dense-pack/core/box/document';
import BoxIcon from 'lucide-react-native/icons/box';
import ChartBar from 'lucide-react-native/icons/chart-column';
import ClipboardList from 'lucide-react-native/icons/clipboard-list';
import FileDown from 'lucide-react-native/icons/file-down';
import Keyboard from 'lucide-react-native/icons/keyboard';
import ListChecks from 'lucide-react-native/icons/list-checks';
import Spline from 'lucide-react-native/icons/spline';
import { useMemo, useState } from 'react';
import { Linking, useWindowDimensions, View } from 'react-native';
import { csvAddress, ServerAway } from '../client/api';
import { changeJob, makeBox, outbox, type ShownBox, useJob } from '../client/queries';
import { EditionChoice } from '../parts/EditionChoice';
import { Loading, Notice } from '../parts/Notice';
import { Button } from '../parts/Press';
import { Unreadable } from './Unreadable';
import { QuickLine } from '../parts/QuickLine';
import { Removal } from '../parts/Removal';
import { SaveSign } from '../parts/SaveSign';
import { Screen } from '../parts/Screen';
import { Words } from '../parts/Words';
import { useKit } from '../truck/kit';
import { usePreferences } from '../theme/preferences';
import { Batch } from './Batch';
import { ALL, listBox, wished, type Wish } from './box-list';
import { BoxCard } from './BoxCard';
import { HouseChart } from './HouseChart';
import { boxHref } from './hrefs';
import { JobParts } from './JobParts';
import { ListTools } from './ListTools';
import { go } from '../parts/go';

/** Cards shown at once; more follow on request, so that a house of 500 boxes stays quick. */
const SHOWN = 60;
/** From this many boxes on the list has its tools. */
const TOOLS_FROM = 3;

export function JobScreen({ jobId }: { readonly jobId: string }) {
  const { job, isLoading, error, refetch } = useJob(jobId);
  const [bringing, setBringing] = useState<'line' | 'many'>();
  const [chart, setChart] = useState(false);
  const [listing, setListing] = useState(false);
  const [wish, setWish] = useState<Wish>(ALL);
  const [many, setMany] = useState(SHOWN);
  const { hand } = usePreferences();
  const { width } = useWindowDimensions();
  const { assumptions } = useKit();
  const boxes = job?.boxes;
  const edition = job?.edition;
  const all = useMemo(
    () => (boxes && edition ? boxes.map((box) => listBox(box, edition, assumptions)) : []),
    [boxes, edition, assumptions],
  );
  const list = useMemo(() => wished(all, wish), [all, wish]);
  const back = { label: 'all jobs', href: '/' };
  if (!job) {
    return (
      <Screen title="Job" back={back}>
        {isLoading ? (
          <Loading what="the job" />
        ) : (
          <Notice
            title={error instanceof ServerAway ? 'The job cannot be read now' : 'There is no such job'}
            tone="unknown"
            live
          >
            <Words tone="text-soft">
              {error instanceof ServerAway ? 'The server does not answer.' : 'It may have been deleted.'}
            </Words>
            <Button label="Try again" onPress={() => void refetch()} />
          </Notice>
        )}
      </Screen>
    );
  }
  const add = (box: ShownBox['box'], open?: string) => {
    const id = makeBox(jobId, { name: `Box ${job.boxes.length + 1}`, box });
    go(boxHref(jobId, id, open));
  };
  const toggle = (way: 'line' | 'many') => setBringing(bringing === way ? undefined : way);
  return (
    <Screen
      title={job.name}
      detail={`${job.boxes.length} ${job.boxes.length === 1 ? 'box' : 'boxes'}${job.demo ? ', invented demo data' : ''}`}
      back={back}
      actions={<SaveSign />}
      wide={width >= 900}
      foot={
        <View
          className={`mx-auto w-full max-w-[760px] gap-2 ${hand === 'left' ? 'flex-row-reverse' : 'flex-row'}`}
        >
          <Button label="Many" icon={ClipboardList} onPress={() => toggle('many')} />
          <Button label="Type" aria-label="Type a box" icon={Keyboard} onPress={() => toggle('line')} />
          <Button
            label="New box"
            icon={BoxIcon}
            kind="main"
            className="flex-1"
            onPress={() => add(EMPTY_BOX, 'box')}
          />
        </View>
      }
    >
      {bringing === 'line' && (
        <View className="rounded-card border-2 border-action bg-sheet p-4">
          <QuickLine edition={job.edition} action="Add this box" onRead={(box) => add(box)} />
        </View>
      )}
      {bringing === 'many' && (
        <Batch jobId={jobId} edition={job.edition} onDone={() => setBringing(undefined)} />
      )}
      {job.boxes.length === 0 && bringing === undefined && (
        <Notice title="No box in this job yet">
          Touch New box and say what is stamped in it, or type the box in one line, such as “18 in3 plastic,
          3x 12/2, duplex”. Many pastes a whole list or reads a CSV file.
        </Notice>
      )}
      <Unreadable boxes={job.unreadable ?? []} />
      {all.length >= TOOLS_FROM && <ListTools boxes={all} wish={wish} onWish={setWish} />}
      {all.length > 0 && list.length === 0 && (
        <Notice title="No box is like that">
          <Button label="Show all boxes" onPress={() => setWish(ALL)} />
        </Notice>
      )}
      <View className="flex-row flex-wrap gap-3">
        {list.slice(0, many).map(({ box }) => (
          <BoxCard key={box.id} box={box} jobEdition={job.edition} />
        ))}
      </View>
      {list.length > many && (
        <Button
          label={`Show ${Math.min(SHOWN, list.length - many)} more of ${list.length}`}
          onPress={() => setMany(many + SHOWN)}
        />
      )}
      {all.length > 1 && (
        <View className="flex-row flex-wrap gap-2">
          <Button
            label={chart ? 'Hide the chart' : 'How full is the house?'}
            icon={ChartBar}
            className="grow"
            onPress={() => setChart(!chart)}
          />
          <Button
            label="Where to tap?"
            icon={Spline}
            className="grow"
            onPress={() => go(`/job/${jobId}/tap`)}
          />
          <Button
            label={listing ? 'Hide the parts' : 'Parts for the job'}
            icon={ListChecks}
            className="grow"
            onPress={() => setListing(!listing)}
          />
          <Button
            label="Save as CSV"
            icon={FileDown}
            className="grow"
            onPress={() => void Linking.openURL(csvAddress(job.id))}
          />
        </View>
      )}
      {listing && <JobParts boxes={job.boxes} edition={job.edition} />}
      {chart && <HouseChart boxes={list} />}
      <View className="gap-2">
        <Words heading={2} strong>
          Code adopted here
        </Words>
        <EditionChoice value={job.edition} onChoose={(id) => changeJob(job, { edition: id })} />
        <Words size="fine" tone="text-soft">
          Boxes are counted by it unless one names its own. The adopted local code and the inspector decide.
        </Words>
      </View>
      <Removal
        what="job"
        question={`Delete “${job.name}” and its ${job.boxes.length + (job.unreadable ?? []).length} boxes?`}
        onRemove={() => {
          outbox.remove('jobs', job.id, job.version, job.name);
          go('/');
        }}
      />
    </Screen>
  );
}
