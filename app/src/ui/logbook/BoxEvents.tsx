/** What happened to a box, in order. */
import { EventsAnswer } from '@dense-pack/core/logbook/answer';
import { useQuery } from '@tanstack/react-query';
import { request } from '@/sync/api';
import { dayWords } from '../parts/days';
import { Words } from '../parts/Words';
import { View } from '../parts/View';

/** @param version of the box: what is written since is asked for anew */
export function BoxEvents({ boxId, version }: { readonly boxId: string; readonly version: number }) {
  const { data, isError } = useQuery({
    queryKey: ['events', boxId, version],
    queryFn: () => request(EventsAnswer, `/boxes/${boxId}/events`),
    retry: false,
  });
  if (isError)
    return <Words className="px-3 py-2">The server does not answer: what happened is told by it.</Words>;
  if (!data) return <Words className="px-3 py-2">Loading…</Words>;
  return (
    <View role="list" className="px-3 pb-2">
      {data.events.length === 0 && (
        <Words tone="text-soft">Nothing was written down since there is a logbook.</Words>
      )}
      {data.events.map(({ at, words }, nth) => (
        <View
          key={nth}
          role="listitem"
          testID="event"
          className="flex-row justify-between gap-2 border-t border-hair py-1"
        >
          <Words className="min-w-0 flex-1">{words}</Words>
          <Words size="fine" tone="text-soft">
            {dayWords(at)}
          </Words>
        </View>
      ))}
    </View>
  );
}
