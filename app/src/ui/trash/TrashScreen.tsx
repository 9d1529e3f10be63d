/** Deleted jobs and boxes: who deleted them and when, how long they are kept, and the way back. */
import type { Trashed } from '@dense-pack/core/box/record';
import Undo from 'lucide-react-native/icons/undo-2';
import { useState } from 'react';
import { boxHref } from '../jobs/hrefs';
import { dayWords } from '../parts/days';
import { go } from '../parts/go';
import { Loading, Notice } from '../parts/Notice';
import { Button } from '../parts/Press';
import { Screen } from '../parts/Screen';
import { View } from '../parts/View';
import { Words } from '../parts/Words';
import { bringBack, throwAway, useTrash } from './trash';

export function TrashScreen() {
  const { data, isLoading, isError, hasNextPage, isFetchingNextPage, fetchNextPage, refetch } = useTrash();
  const all = data?.pages.flatMap(({ trash }) => trash) ?? [];
  return (
    <Screen
      title="Deleted"
      detail="Kept for 30 days, then gone for good"
      back={{ label: 'all jobs', href: '/' }}
    >
      {isLoading && <Loading what="what was deleted" />}
      {isError && (
        <Notice title="This needs the server" tone="unknown" live>
          <Words tone="text-soft">
            What was deleted is kept on the server, and it does not answer now. A deletion that has not been
            sent yet can be taken back at the sign of what waits.
          </Words>
          <Button label="Try again" onPress={() => void refetch()} />
        </Notice>
      )}
      {data && all.length === 0 && (
        <Notice title="Nothing to bring back">
          A job or box that is deleted is kept here for 30 days, with its states and photos.
        </Notice>
      )}
      {all.map((one) => (
        <Row key={one.id} one={one} />
      ))}
      {hasNextPage && (
        <Button
          label={isFetchingNextPage ? 'Reading…' : 'Show more'}
          disabled={isFetchingNextPage}
          onPress={() => void fetchNextPage()}
        />
      )}
    </Screen>
  );
}

/** What comes back, in words. */
function comesBack({ of, boxes, job, jobGone }: Trashed): string {
  if (of === 'job')
    return boxes === 0 ? 'A job without boxes' : `A job with ${boxes} ${boxes === 1 ? 'box' : 'boxes'}`;
  return jobGone ? `A box of “${job}”, which was deleted too and comes back with it` : `A box of “${job}”`;
}

function Row({ one }: { readonly one: Trashed }) {
  const [asked, setAsked] = useState(false);
  const [busy, setBusy] = useState(false);
  const [why, setWhy] = useState<string>();
  const back = async () => {
    setBusy(true);
    const done = await bringBack(one);
    setBusy(false);
    if ('why' in done) setWhy(done.why);
    else go(one.of === 'box' ? boxHref(done.jobId, one.id) : `/job/${done.jobId}`);
  };
  const away = async () => {
    setBusy(true);
    setWhy(await throwAway(one));
    setBusy(false);
  };
  return (
    <View className="gap-2 rounded-card border border-line bg-sheet p-3" testID="trashed">
      <Words strong>{one.name}</Words>
      <Words tone="text-soft">
        {`${comesBack(one)}. Deleted ${dayWords(one.at)}${one.by === '' ? '' : ` by ${one.by}`}; kept until ${dayWords(one.until)}.`}
      </Words>
      {why !== undefined && (
        <Words tone="text-over" role="alert">
          {why}
        </Words>
      )}
      {asked ? (
        <View className="gap-2 rounded-card border border-over p-3">
          <Words
            strong
          >{`Delete “${one.name}” for good, with its states and photos? Nothing brings it back then.`}</Words>
          <View className="flex-row flex-wrap gap-2">
            <Button label="Delete for good" kind="danger" disabled={busy} onPress={() => void away()} />
            <Button label="Keep it" onPress={() => setAsked(false)} />
          </View>
        </View>
      ) : (
        <View className="flex-row flex-wrap gap-2">
          <Button label="Bring it back" icon={Undo} kind="main" disabled={busy} onPress={() => void back()} />
          <Button label="Delete for good" disabled={busy} onPress={() => setAsked(true)} />
        </View>
      )}
    </View>
  );
}
