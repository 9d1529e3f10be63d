/** What can be said of all chosen boxes at once, and taking it back. */
import { type EditionId, editionOf } from '@dense-pack/core/edition/index';
import { useState } from 'react';
import { EditionChoice } from '../parts/EditionChoice';
import { Field } from '../parts/Field';
import { Notice } from '../parts/Notice';
import { Button, Chip } from '../parts/Press';
import { Words } from '../parts/Words';
import { type Done, type Said, sayOfMany, takeBack } from './edit-many';
import { View } from '../parts/View';

interface ManyBarProps {
  readonly jobId: string;
  readonly jobEdition: EditionId;
  readonly ids: readonly string[];
  readonly onNone: () => void;
}

const boxes = (count: number) => `${count} ${count === 1 ? 'box' : 'boxes'}`;

export function ManyBar({ jobId, jobEdition, ids, onNone }: ManyBarProps) {
  const [done, setDone] = useState<{ readonly done: Done; readonly words: string }>();
  const [room, setRoom] = useState('');
  const say = (said: Said, words: string) => setDone({ done: sayOfMany(jobId, ids, said), words });
  return (
    <View className="gap-2" role="region" aria-label="Chosen boxes">
      {ids.length === 0 ? (
        <Words tone="text-soft">
          Choose boxes in the first column to change their room or edition together; touch a heading to sort.
        </Words>
      ) : (
        <View className="gap-3 rounded-card border-2 border-action bg-sheet p-3">
          <View className="flex-row flex-wrap items-center gap-2">
            <Words strong className="grow" testID="chosen">{`${boxes(ids.length)} chosen`}</Words>
            <Button label="Choose none" onPress={onNone} />
          </View>
          <View className="flex-row flex-wrap items-end gap-2">
            <View className="min-w-[220px] grow">
              <Field label="Room of all chosen" value={room} onChangeText={setRoom} />
            </View>
            <Button
              label="Set the room"
              onPress={() =>
                say(
                  { room: room.trim() },
                  room.trim() === '' ? 'Room taken away' : `Room “${room.trim()}” set`,
                )
              }
            />
          </View>
          <View className="gap-1">
            <Words size="fine" strong>
              Count all chosen by
            </Words>
            <View className="flex-row flex-wrap gap-2">
              <Chip
                label="As the job"
                detail={editionOf(jobEdition).name}
                onPress={() => say({ edition: undefined }, 'Counted as the job says')}
              />
              <EditionChoice
                value={undefined}
                onChoose={(edition) => say({ edition }, `Counted by ${editionOf(edition).name}`)}
              />
            </View>
          </View>
        </View>
      )}
      {done && (
        <Notice title={`${done.words}: ${boxes(done.done.before.length)}`} live>
          {done.done.refused.map(({ name, why }) => (
            <Words key={name} tone="text-over">{`${name}: ${why}.`}</Words>
          ))}
          <View className="flex-row">
            <Button
              label="Take it back"
              onPress={() => {
                takeBack(jobId, done.done);
                setDone(undefined);
              }}
            />
          </View>
        </Notice>
      )}
    </View>
  );
}
