/** A job: its boxes as small vessels, each with its verdict. */
import { EMPTY_BOX } from '@dense-pack/core/box/document';
import { tally } from '@dense-pack/core/fill/tally';
import { verdictWords } from '@dense-pack/core/fill/verdict';
import { Link, router } from 'expo-router';
import BoxIcon from 'lucide-react-native/icons/box';
import Keyboard from 'lucide-react-native/icons/keyboard';
import { useMemo, useState } from 'react';
import { Pressable, View } from 'react-native';
import { ServerAway } from '../client/api';
import {
  changeJob,
  editionFor,
  makeBox,
  outbox,
  type ShownBox,
  type ShownJob,
  useJob,
} from '../client/queries';
import { EditionChoice } from '../parts/EditionChoice';
import { Loading, Notice } from '../parts/Notice';
import { Button } from '../parts/Press';
import { QuickLine } from '../parts/QuickLine';
import { Removal } from '../parts/Removal';
import { Screen } from '../parts/Screen';
import { Words } from '../parts/Words';
import { VerdictSign } from '../tape/Verdict';
import { Vessel } from '../vessel/Vessel';
import { boxHref } from './JobsScreen';

export function JobScreen({ jobId }: { readonly jobId: string }) {
  const { job, isLoading, error, refetch } = useJob(jobId);
  const [typing, setTyping] = useState(false);
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
  const add = (box: ShownBox['box'], panel?: string) => {
    const name = `Box ${job.boxes.length + 1}`;
    const id = makeBox(jobId, { name, room: '', circuit: '', box });
    router.navigate(boxHref(jobId, id, panel) as never);
  };
  return (
    <Screen
      title={job.name}
      detail={`${job.boxes.length} ${job.boxes.length === 1 ? 'box' : 'boxes'}${job.demo ? ', invented demo data' : ''}`}
      back={back}
      foot={
        <View className="mx-auto w-full max-w-[760px] flex-row gap-2">
          <Button label="Type a box" icon={Keyboard} className="flex-1" onPress={() => setTyping(!typing)} />
          <Button
            label="New box"
            icon={BoxIcon}
            kind="main"
            className="flex-1"
            onPress={() => add(EMPTY_BOX, 'shell')}
          />
        </View>
      }
    >
      {typing && (
        <View className="rounded-card border-2 border-action bg-sheet p-4">
          <QuickLine edition={job.edition} action="Add this box" onRead={(box) => add(box)} />
        </View>
      )}
      {job.boxes.length === 0 && !typing && (
        <Notice title="No box in this job yet">
          Touch New box and say what is stamped in it, or type the box in one line, such as “18 in3 plastic,
          3x 12/2, duplex”.
        </Notice>
      )}
      <View className="flex-row flex-wrap gap-3">
        {job.boxes.map((box) => (
          <BoxCard key={box.id} box={box} job={job} />
        ))}
      </View>
      <View className="gap-2">
        <Words heading={2} strong>
          Code adopted here
        </Words>
        <EditionChoice value={job.edition} onChoose={(edition) => changeJob(job, { edition })} />
        <Words size="fine" tone="text-soft">
          Boxes are counted by it unless one names its own. The adopted local code and the inspector decide.
        </Words>
      </View>
      <Removal
        what="job"
        question={`Delete “${job.name}” and its ${job.boxes.length} boxes?`}
        onRemove={() => {
          outbox.remove('jobs', job.id);
          router.navigate('/');
        }}
      />
    </Screen>
  );
}

function BoxCard({ box, job }: { readonly box: ShownBox; readonly job: ShownJob }) {
  const counted = useMemo(() => tally(box.box, editionFor(job, box.box)), [box.box, job]);
  return (
    <Link href={boxHref(job.id, box.id) as never} asChild>
      <Pressable
        role="link"
        className="min-w-[160px] max-w-[240px] flex-1 basis-[160px] gap-1 rounded-card border border-line bg-sheet p-3 active:opacity-70"
      >
        <View className="items-center" aria-hidden>
          <Vessel box={box.box} counted={counted} width={130} height={104} small />
        </View>
        <Words strong numberOfLines={2}>
          {box.name}
        </Words>
        <Words size="fine" tone="text-soft" numberOfLines={1}>
          {[box.room, box.circuit && `circuit ${box.circuit}`].filter(Boolean).join(', ') || ' '}
        </Words>
        <VerdictSign verdict={counted.verdict} />
        <Words size="fine">{verdictWords(counted).split(': ')[0]}</Words>
        {box.waiting && (
          <Words size="fine" tone="text-unknown">
            {box.waiting.conflict ? 'changed elsewhere too' : 'not sent yet'}
          </Words>
        )}
      </Pressable>
    </Link>
  );
}
