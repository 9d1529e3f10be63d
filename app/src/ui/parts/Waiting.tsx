/**
 * What waits on this phone: every change that is not on the server yet, what the server refused and why, and
 * what cannot be read here. Only the person throws any of it away.
 */
import { View } from 'react-native';
import type { Entry, Unreadable } from '../client/entry';
import type { OutboxState } from '../client/outbox-state';
import { outbox } from '../client/queries';
import { Button } from './Press';
import { Words } from './Words';

const SAYS: Readonly<Record<Entry['what'], string>> = {
  job: 'Job',
  box: 'Box',
  delete: 'Deletion of',
};

const nameOf = (entry: Entry) => (entry.what === 'delete' ? (entry.name ?? entry.id) : entry.fields.name);

/** Saves a text as a file of the phone. */
function saveAs(name: string, text: string): void {
  const address = URL.createObjectURL(new Blob([text], { type: 'application/json' }));
  const link = Object.assign(document.createElement('a'), { href: address, download: name });
  link.click();
  URL.revokeObjectURL(address);
}

/** How many changes need the person: refused, in conflict or unreadable. */
export function needsPerson({ entries, unreadable }: OutboxState): number {
  return (
    unreadable.length +
    entries.filter((entry) => entry.refused !== undefined || ('conflict' in entry && entry.conflict)).length
  );
}

export function Waiting({ state }: { readonly state: OutboxState }) {
  const { entries, unreadable, away } = state;
  if (entries.length + unreadable.length === 0)
    return <Words>Every change of this phone is on the server.</Words>;
  return (
    <View className="gap-3">
      {entries.length > 0 && (
        <Words tone="text-soft">
          {away
            ? 'The server does not answer. These changes are kept on this phone and sent when it does.'
            : 'These changes are kept on this phone until the server has taken them.'}
        </Words>
      )}
      {entries.map((entry) => (
        <WaitingEntry key={entry.id} entry={entry} />
      ))}
      {unreadable.map((one) => (
        <UnreadableEntry key={one.key} one={one} />
      ))}
    </View>
  );
}

function WaitingEntry({ entry }: { readonly entry: Entry }) {
  const conflict = 'conflict' in entry ? entry.conflict : undefined;
  const deletion = entry.what === 'delete';
  return (
    <View className="gap-1 rounded-card border border-line bg-sheet p-3" testID="waiting">
      <Words strong>{`${SAYS[entry.what]} “${nameOf(entry)}”`}</Words>
      {entry.refused !== undefined && (
        <>
          <Words tone="text-over">{`Not taken by the server: ${entry.refused}`}</Words>
          <View className="flex-row flex-wrap gap-2">
            <Button label="Send again" onPress={() => outbox.again(entry.id)} />
            <Button
              label={deletion ? 'Do not delete it' : 'Throw this change away'}
              kind={deletion ? 'plain' : 'danger'}
              onPress={() => outbox.giveUp(entry.id)}
            />
          </View>
        </>
      )}
      {conflict && deletion && (
        <>
          <Words tone="text-unknown">{`Changed elsewhere since you deleted it: it is “${conflict.name}” now.`}</Words>
          <View className="flex-row flex-wrap gap-2">
            <Button label="Keep it" kind="main" onPress={() => outbox.settle(entry.id, 'theirs')} />
            <Button
              label="Delete it all the same"
              kind="danger"
              onPress={() => outbox.settle(entry.id, 'mine')}
            />
          </View>
        </>
      )}
      {conflict && !deletion && (
        <Words tone="text-unknown">Changed elsewhere too: open the box and choose a version.</Words>
      )}
    </View>
  );
}

function UnreadableEntry({ one }: { readonly one: Unreadable }) {
  const id = one.key.split('/').at(2) ?? one.key;
  return (
    <View className="gap-1 rounded-card border border-over bg-sheet p-3" testID="unreadable">
      <Words strong>A change that cannot be read</Words>
      <Words tone="text-soft">
        {`It was kept for the record ${id} and this program cannot read it. It is not sent and not lost: save it as a file for whoever helps you.`}
      </Words>
      <View className="flex-row flex-wrap gap-2">
        <Button label="Save as a file" onPress={() => saveAs(`dense-pack-${id}.json`, one.text)} />
        <Button label="Throw it away" kind="danger" onPress={() => outbox.discard(one.key)} />
      </View>
    </View>
  );
}
