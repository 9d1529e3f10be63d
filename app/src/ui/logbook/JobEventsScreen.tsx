/** What happened in a job, box by box, the newest first. */
import { JobEventsAnswer } from '@dense-pack/core/logbook/answer';
import { useQuery } from '@tanstack/react-query';
import { request } from '@/sync/api';
import { useJob } from '../client/queries';
import { boxHref } from '../jobs/hrefs';
import { dayWords } from '../parts/days';
import { useFirst } from '../parts/first';
import { go } from '../parts/go';
import { Loading, Notice } from '../parts/Notice';
import { NotThere } from '../parts/NotThere';
import { Screen } from '../parts/Screen';
import { Touch } from '../parts/Touch';
import { Words } from '../parts/Words';
import { View } from '../parts/View';

/** So many are drawn at first. */
const AT_FIRST = 60;

export function JobEventsScreen({ jobId }: { readonly jobId: string }) {
  const query = useJob(jobId);
  const { job } = query;
  const { data, isError } = useQuery({
    queryKey: ['job-events', jobId],
    queryFn: () => request(JobEventsAnswer, `/jobs/${jobId}/events`),
    retry: false,
    staleTime: 0,
  });
  const { shown, more } = useFirst(data?.events ?? [], AT_FIRST);
  const back = { label: job?.name ?? 'the job', href: `/job/${jobId}` };
  if (!job) return <NotThere what="job" title="What happened" back={back} query={query} />;
  return (
    <Screen title="What happened" detail={job.name} back={back}>
      {isError && (
        <Notice title="The server does not answer" tone="unknown" live>
          What happened is told by it. Try again when it does.
        </Notice>
      )}
      {!data && !isError && <Loading what="what happened" />}
      {data?.events.length === 0 && (
        <Notice title="Nothing yet">
          What is recorded, planned, built and tested is told here in its order.
        </Notice>
      )}
      <View role="list">
        {shown.map(({ boxId, name, at, words }, nth) => (
          <View key={nth} role="listitem">
            <Touch
              testID="event"
              className="min-h-thumb justify-center border-t border-hair px-1 py-1 active:opacity-70"
              onPress={() => go(boxHref(jobId, boxId))}
            >
              <Words strong>{`${name}: ${words}`}</Words>
              <Words size="fine" tone="text-soft">
                {dayWords(at)}
              </Words>
            </Touch>
          </View>
        ))}
      </View>
      {more}
    </Screen>
  );
}
