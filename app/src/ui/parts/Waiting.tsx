/**
 * What waits on this phone: every change that is not on the server yet, what the server refused and why, and
 * what cannot be read here. Only the person throws any of it away.
 */
import type { BoxEntry, DeleteEntry, Entry, JobEntry } from '@/sync/entry';
import type { Unreadable } from '@/sync/operation';
import type { OutboxState } from '@/sync/outbox-state';
import { makeAgain, outbox, photos, useWaitingPhotos } from '../client/queries';
import { go } from './go';
import { Button } from './Press';
import { Words } from './Words';
import { View } from './View';

const SAYS: Readonly<Record<Entry['what'], string>> = {
  job: 'Job',
  box: 'Box',
  delete: 'Deletion of',
};

const nameOf = (entry: Entry) => (entry.what === 'delete' ? (entry.name ?? entry.id) : entry.fields.name);

/** Saves a text as a file of the phone. */
const saveAs = (name: string, text: string): void =>
  saveBlobAs(name, new Blob([text], { type: 'application/json' }));

function saveBlobAs(name: string, blob: Blob): void {
  const address = URL.createObjectURL(blob);
  const link = Object.assign(document.createElement('a'), { href: address, download: name });
  link.click();
  URL.revokeObjectURL(address);
}

const isGone = (entry: Entry) => entry.what !== 'delete' && entry.gone === true;

/** How many changes need the person: refused, in conflict, of what is gone, or unreadable. */
export function needsPerson({ entries, unreadable }: OutboxState): number {
  return (
    unreadable.length +
    entries.filter((entry) => entry.refused !== undefined || entry.conflict || isGone(entry)).length
  );
}

interface WaitingProps {
  readonly state: OutboxState;
  /** Called when a record is opened from here. */
  readonly onOpen: () => void;
}

export function Waiting({ state, onOpen }: WaitingProps) {
  const { entries, unreadable, away } = state;
  const pictures = useWaitingPhotos();
  if (entries.length + unreadable.length + pictures.length === 0)
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
        <WaitingEntry key={entry.id} entry={entry} onOpen={onOpen} />
      ))}
      <WaitingPhotos pictures={pictures} />
      {unreadable.map((one) => (
        <UnreadableEntry key={one.key} one={one} />
      ))}
    </View>
  );
}

const placeOf = (entry: JobEntry | BoxEntry) =>
  entry.what === 'job' ? `/job/${entry.id}` : `/job/${entry.jobId}/box/${entry.id}`;

function WaitingEntry({ entry, onOpen }: { readonly entry: Entry; readonly onOpen: () => void }) {
  const deletion = entry.what === 'delete';
  return (
    <View className="gap-1 rounded-card border border-line bg-sheet p-3" testID="waiting">
      <Words strong>{`${SAYS[entry.what]} “${nameOf(entry)}”`}</Words>
      {entry.refused !== undefined && (
        <>
          <Words tone="text-over">{`Not taken by the server: ${entry.refused}`}</Words>
          <View className="flex-row flex-wrap gap-2">
            <Button label="Send again" onPress={() => void outbox.again(entry.id)} />
            <Button
              label={deletion ? 'Do not delete it' : 'Throw this change away'}
              kind={deletion ? 'plain' : 'danger'}
              onPress={() => void outbox.giveUp(entry.id)}
            />
          </View>
        </>
      )}
      {entry.what === 'delete' && entry.conflict && <LateDeletion entry={entry} />}
      {entry.what !== 'delete' && entry.conflict && (
        <>
          <Words tone="text-unknown">Changed elsewhere too.</Words>
          <Button
            label={`Open the ${entry.what} and choose`}
            onPress={() => {
              onOpen();
              go(placeOf(entry));
            }}
          />
        </>
      )}
      {entry.what !== 'delete' && entry.gone && (
        <>
          <Words tone="text-unknown">
            {entry.what === 'box'
              ? 'It was deleted elsewhere, or its job was. Your change of it is kept here.'
              : 'It was deleted elsewhere. Your change of it is kept here.'}
          </Words>
          <View className="flex-row flex-wrap gap-2">
            <Button label="Make it again" kind="main" onPress={() => void makeAgain(entry.id)} />
            <Button label="Let it go" onPress={() => void outbox.giveUp(entry.id)} />
            <Button
              label="Save as a file"
              onPress={() => saveAs(`dense-pack-${entry.id}.json`, JSON.stringify(entry.fields, null, 2))}
            />
          </View>
        </>
      )}
    </View>
  );
}

/** The boxes of a job that were made or changed since it was deleted, by name. */
function changedSince({ operation: { boxes = {}, changed = [] } }: DeleteEntry): string[] {
  return changed.filter(({ id, version }) => boxes[id] !== version).map(({ name }) => name);
}

/** A deletion of what someone changed since: kept, or deleted all the same. */
function LateDeletion({ entry }: { readonly entry: DeleteEntry }) {
  const boxes = changedSince(entry);
  return (
    <>
      <Words tone="text-unknown">
        {boxes.length > 0
          ? `Changed elsewhere since you deleted it: ${boxes.join(', ')}.`
          : `Changed elsewhere since you deleted it: it is “${entry.conflict?.name ?? ''}” now.`}
      </Words>
      <View className="flex-row flex-wrap gap-2">
        <Button label="Keep it" kind="main" onPress={() => void outbox.settle(entry.id, 'theirs')} />
        <Button
          label="Delete it all the same"
          kind="danger"
          onPress={() => void outbox.settle(entry.id, 'mine')}
        />
      </View>
    </>
  );
}

/** Photos that wait: how many, and each the server does not take with its reason. */
function WaitingPhotos({ pictures }: { readonly pictures: ReturnType<typeof useWaitingPhotos> }) {
  const going = pictures.filter(({ refused }) => refused === undefined).length;
  return (
    <>
      {going > 0 && (
        <View className="rounded-card border border-line bg-sheet p-3" testID="waiting-photos">
          <Words strong>{going === 1 ? '1 photo' : `${going} photos`}</Words>
        </View>
      )}
      {pictures.map(
        ({ id, refused }) =>
          refused !== undefined && (
            <View
              key={id}
              className="gap-1 rounded-card border border-line bg-sheet p-3"
              testID="waiting-photos"
            >
              <Words strong>A photo</Words>
              <Words tone="text-over">{`Not taken by the server: ${refused}`}</Words>
              <View className="flex-row flex-wrap gap-2">
                <Button label="Send again" onPress={() => void photos.again(id)} />
                <Button label="Save as a file" onPress={() => void savePhoto(id)} />
                <Button label="Throw it away" kind="danger" onPress={() => void photos.forget(id)} />
              </View>
            </View>
          ),
      )}
    </>
  );
}

async function savePhoto(id: string): Promise<void> {
  const photo = await photos.waiting(id);
  if (photo) saveBlobAs(`dense-pack-${id}.jpg`, photo);
}

function UnreadableEntry({ one }: { readonly one: Unreadable }) {
  const id = one.key.split('/').at(2) ?? one.key.replace('/', '-');
  return (
    <View className="gap-1 rounded-card border border-over bg-sheet p-3" testID="unreadable">
      <Words strong>A change that cannot be read</Words>
      <Words tone="text-soft">
        {`It was kept for the record ${id} and this program cannot read it. It is not sent and not lost: save it as a file for whoever helps you.`}
      </Words>
      <View className="flex-row flex-wrap gap-2">
        <Button label="Save as a file" onPress={() => saveAs(`dense-pack-${id}.json`, one.text)} />
        <Button label="Throw it away" kind="danger" onPress={() => void outbox.discard(one.key)} />
      </View>
    </View>
  );
}
