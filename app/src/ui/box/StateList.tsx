/** The history of a box: every stored state with its date, and the way back to any. */
import type { BoxState } from '@dense-pack/core/box/record';
import { STAGES } from '@dense-pack/core/box/words';
import type { Edition } from '@dense-pack/core/edition/edition';
import { tally } from '@dense-pack/core/fill/tally';
import { verdictParts } from '@dense-pack/core/fill/verdict';
import { useState } from 'react';
import { type ShownBox, useStates } from '../client/queries';
import { dayWords } from '../parts/days';
import { Fold } from '../parts/Fold';
import { Button } from '../parts/Press';
import { Words } from '../parts/Words';
import type { ChangeFields } from './use-box-edit';
import { View } from '../parts/View';

const SHOWN = 12;

interface StateListProps {
  readonly box: ShownBox;
  readonly edition: Edition;
  readonly onRestore: ChangeFields;
}

export function StateList({ box, edition, onRestore }: StateListProps) {
  const { states, unreadable, away } = useStates(box.id);
  const [many, setMany] = useState(SHOWN);
  const restore = ({ box: document, found, stage }: BoxState) =>
    onRestore(() => ({ box: document, found, stage, stageAt: new Date().toISOString() }));
  return (
    <Fold title={`History${states ? ` (${states.length})` : ''}`}>
      {away && !states && (
        <Words tone="text-soft" className="p-3">
          The server keeps the history and does not answer now. Undo works without it.
        </Words>
      )}
      {states?.length === 0 && (
        <Words tone="text-soft" className="p-3">
          No state is stored yet.
        </Words>
      )}
      {unreadable > 0 && (
        <Words className="p-3">
          {`${unreadable} older ${unreadable === 1 ? 'state' : 'states'} cannot be read here; kept as written.`}
        </Words>
      )}
      {states?.slice(0, many).map((state, nth) => (
        <View
          key={state.version}
          testID="state"
          className="min-h-thumb flex-row items-center gap-2 border-t border-hair px-3 py-1"
        >
          <View className="min-w-0 flex-1">
            <Words strong>{`${dayWords(state.at)}, ${STAGES[state.stage]}`}</Words>
            <Words size="fine" tone="text-soft">
              {verdictParts(tally(state.box, edition)).head}
            </Words>
          </View>
          {nth === 0 ? (
            <Words size="fine" tone="text-soft">
              now
            </Words>
          ) : (
            <Button
              label="Restore"
              aria-label={`Restore the state of ${dayWords(state.at)}, version ${state.version}`}
              onPress={() => restore(state)}
            />
          )}
        </View>
      ))}
      {states && states.length > many && <Button label="Older" onPress={() => setMany(many + 50)} />}
    </Fold>
  );
}
