/** All jobs, and the one big way to begin: a new box. */
import { editionOf } from '@dense-pack/core/edition/index';
import type { JobCard } from '@dense-pack/core/box/record';
import { Link } from 'expo-router';
import BoxIcon from 'lucide-react-native/icons/box';
import Settings from 'lucide-react-native/icons/settings';
import Plus from 'lucide-react-native/icons/plus';
import Search from 'lucide-react-native/icons/search';
import ScanQrCode from 'lucide-react-native/icons/scan-qr-code';
import Trash from 'lucide-react-native/icons/trash';
import Truck from 'lucide-react-native/icons/truck';
import { useDeferredValue, useState } from 'react';
import { Pressable } from 'react-native';
import { useJobs, useSought } from '../client/jobs-shown';
import { readMoreCards } from '../client/read-cards';
import { Field } from '../parts/Field';
import { late, LatePart, useLaterFetched } from '../parts/late';
import { Loading, Notice } from '../parts/Notice';
import { Button, IconPress } from '../parts/Press';
import { Screen } from '../parts/Screen';
import { Words } from '../parts/Words';
import { SmallVessel } from '../vessel/Vessel';
import { SaveSign } from '../parts/SaveSign';
import { boxHref } from './hrefs';
import { beginBox } from './new-box';
import { go } from '../parts/go';
import { View } from '../parts/View';

const NewJobForm = late('NewJobForm');

/** From more jobs than this on they can be searched. */
const SEARCH_FROM = 4;

export function JobsScreen() {
  const { jobs, more, count, isLoading, error, refetch } = useJobs();
  const [making, setMaking] = useState(false);
  useLaterFetched();
  const [search, setSearch] = useState('');
  const { found, away } = useSought(jobs, useDeferredValue(search), more);
  const begin = () => {
    const { jobId, boxId } = beginBox(jobs);
    go(boxHref(jobId, boxId, 'box'));
  };
  return (
    <Screen
      title="Dense Pack"
      detail="Does the box legally hold it?"
      actions={
        <View className="flex-row items-center">
          <SaveSign />
          <IconPress label="Scan a tag" icon={ScanQrCode} onPress={() => go('/scan')} />
          <IconPress label="Truck" icon={Truck} onPress={() => go('/truck')} />
          <IconPress label="Settings" icon={Settings} onPress={() => go('/settings')} />
        </View>
      }
      foot={
        <View className="mx-auto w-full max-w-[760px] flex-row gap-2">
          <Button label="New job" icon={Plus} className="flex-1" onPress={() => setMaking(true)} />
          <Button label="New box" icon={BoxIcon} kind="main" className="flex-[2]" onPress={begin} />
        </View>
      }
    >
      {making && (
        <LatePart what="the form">
          <NewJobForm onDone={() => setMaking(false)} />
        </LatePart>
      )}
      {isLoading && !jobs && <Loading what="the jobs" />}
      {error && !jobs && (
        <Notice title="The jobs cannot be read now" tone="unknown" live>
          <Words tone="text-soft">
            The server does not answer. You can begin a new box all the same: it is kept here and sent later.
          </Words>
          <Button label="Try again" onPress={() => void refetch()} />
        </Notice>
      )}
      {jobs?.length === 0 && !making && (
        <Notice title="No job yet">
          Touch New box to begin at once; a job for today is made with it. Say what is stamped in the box,
          bring in the cables, and the count stands beside the drawing. Nothing needs a signal.
        </Notice>
      )}
      {jobs && jobs.some(({ boxes }) => boxes > 0) && (
        <Button label="Find a box in all jobs" icon={Search} onPress={() => go('/logbook')} />
      )}
      {jobs && jobs.length > SEARCH_FROM && (
        <Field
          label="Search jobs"
          value={search}
          onChangeText={setSearch}
          placeholder="name or note"
          inputMode="search"
        />
      )}
      {found.map((job) => (
        <Card key={job.id} job={job} />
      ))}
      {jobs && search.trim() !== '' && found.length === 0 && (
        <Words tone="text-soft">No job has these words in its name or note.</Words>
      )}
      {away && more && search.trim() !== '' && (
        <Words tone="text-soft">
          The server does not answer: these are of the {jobs?.length} jobs that are kept here.
        </Words>
      )}
      {more && search.trim() === '' && <ShowMore shown={jobs?.length ?? 0} count={count} />}
      {jobs && <Button label="Deleted jobs and boxes" icon={Trash} onPress={() => go('/trash')} />}
    </Screen>
  );
}

/** Reads further down the list. */
function ShowMore({ shown, count }: { readonly shown: number; readonly count: number | undefined }) {
  const [state, setState] = useState<'rests' | 'reads' | 'away'>('rests');
  const readMore = () => {
    setState('reads');
    readMoreCards().then(
      () => setState('rests'),
      () => setState('away'),
    );
  };
  return (
    <View className="gap-2">
      {state === 'away' && (
        <Words tone="text-soft">The server does not answer. What was read before is shown.</Words>
      )}
      <Button
        label={state === 'reads' ? 'Reading…' : `Show more jobs: ${shown} of ${count ?? 'more'}`}
        disabled={state === 'reads'}
        onPress={readMore}
      />
    </View>
  );
}

function Card({ job }: { readonly job: JobCard }) {
  const said = [
    `${job.boxes} ${job.boxes === 1 ? 'box' : 'boxes'}`,
    job.over > 0 ? `${job.over} over` : '',
    job.open > 0 ? `${job.open} not certain` : '',
    job.unknown > 0 ? `${job.unknown} without an answer` : '',
    job.uncounted > 0 ? `${job.uncounted} being counted` : '',
    job.unreadable > 0 ? `${job.unreadable} cannot be read here` : '',
    editionOf(job.edition).name,
  ].filter(Boolean);
  return (
    <Link href={`/job/${job.id}` as never} asChild>
      <Pressable
        role="link"
        className="min-h-[72px] justify-center gap-1 rounded-card border border-line bg-sheet px-4 py-3 active:opacity-70"
      >
        <Words size="lead" strong>
          {job.name}
        </Words>
        <Words tone={job.over > 0 ? 'text-over' : 'text-soft'}>{said.join(', ')}</Words>
        {job.vessels.length > 0 && (
          <View className="h-[50px] flex-row flex-wrap gap-1 overflow-hidden pt-1" aria-hidden>
            {job.vessels.map((preview, index) => (
              <SmallVessel key={index} preview={preview} width={52} height={46} />
            ))}
          </View>
        )}
        {job.demo && (
          <Words size="fine" tone="text-soft">
            Invented demo data
          </Words>
        )}
      </Pressable>
    </Link>
  );
}
