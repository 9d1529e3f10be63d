/** The change: as found beside the plan, what is added, removed and swapped, and marking it done. */
import { difference, type Change } from '@dense-pack/core/box/difference';
import { alsoFound, dropPlan, markBuilt, planChange } from '@dense-pack/core/box/stages';
import { STAGES } from '@dense-pack/core/box/words';
import type { Edition } from '@dense-pack/core/edition/edition';
import { type Tally, tally } from '@dense-pack/core/fill/tally';
import type { BoxDocument } from '@dense-pack/core/box/document';
import ArrowRight from 'lucide-react-native/icons/arrow-right';
import Check from 'lucide-react-native/icons/check';
import Pencil from 'lucide-react-native/icons/pencil';
import { useMemo } from 'react';
import type { ShownBox } from '../../client/queries';
import { Notice } from '../../parts/Notice';
import { Button } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { VerdictLine } from '../../tape/Verdict';
import { useColours } from '../../theme/theme';
import { Vessel } from '../../vessel/Vessel';
import { changeWords } from '@dense-pack/core/shorthand/change-words';
import { StateList } from '../../box/StateList';
import type { ChangeFields } from '../../box/use-box-edit';
import { dayWords } from '../../parts/days';
import { useKit } from '../../truck/kit';
import { plannedWiring } from '../join/use-wiring';
import { View } from '../../parts/View';

interface ChangeStationProps {
  readonly box: ShownBox;
  readonly counted: Tally;
  readonly edition: Edition;
  readonly width: number;
  readonly onChange: ChangeFields;
}

export function ChangeStation({ box, counted, edition, width, onChange }: ChangeStationProps) {
  const kit = useKit();
  const now = () => new Date().toISOString();
  const { found, stage } = box;
  const changes = useMemo(() => (found ? difference(found, box.box) : []), [found, box.box]);
  return (
    <View className="gap-3">
      <Words heading={2} strong>
        {stage === 'built' ? 'As found and as built' : 'As found and planned'}
      </Words>
      {stage === 'found' || !found ? (
        <Notice title="Nothing is planned yet">
          <Words tone="text-soft">
            What is recorded is the box as it was found. From here on what you add or remove is the plan, and
            what was found stays beside it.
          </Words>
          <Button
            label="Plan a change"
            icon={Pencil}
            kind="main"
            onPress={() => onChange((box) => planChange(box, now()))}
          />
        </Notice>
      ) : (
        <>
          <Beside
            found={found}
            box={box.box}
            counted={counted}
            edition={edition}
            stage={stage}
            width={width}
          />
          {box.seen.remedy.length > 0 && <Notice title="Remedy taken">{box.seen.remedy.join(' ')}</Notice>}
          <Changes
            changes={changes}
            edition={edition}
            onFound={
              stage === 'planned'
                ? (change) =>
                    onChange(({ found: was, box: here }) => ({ found: was && alsoFound(was, change, here) }))
                : undefined
            }
          />
          {stage === 'planned' ? (
            <View className="flex-row flex-wrap gap-2">
              <Button
                label="Mark as built"
                icon={Check}
                kind="main"
                className="grow"
                onPress={() => onChange((box) => markBuilt(box, now(), plannedWiring(box, edition, kit)))}
              />
              <Button
                label="Drop the plan"
                className="grow"
                onPress={() => onChange((box) => dropPlan(box, now()))}
              />
            </View>
          ) : (
            <>
              <Words>{`Marked as built ${box.stageAt === null ? '' : dayWords(box.stageAt)}.`}</Words>
              <Button
                label="Plan another change"
                icon={Pencil}
                onPress={() => onChange((box) => planChange(box, now()))}
              />
            </>
          )}
        </>
      )}
      <StateList box={box} edition={edition} onRestore={onChange} />
    </View>
  );
}

interface BesideProps {
  readonly found: BoxDocument;
  readonly box: BoxDocument;
  readonly counted: Tally;
  readonly edition: Edition;
  readonly stage: 'planned' | 'built';
  readonly width: number;
}

/** Both vessels to one scale of their own rim, each with its verdict. */
function Beside({ found, box, counted, edition, stage, width }: BesideProps) {
  const colours = useColours();
  const before = useMemo(() => tally(found, edition), [found, edition]);
  const one = Math.min(180, (width - 78) / 2);
  const sides = [
    { title: STAGES.found, box: found, counted: before },
    { title: STAGES[stage], box, counted },
  ];
  return (
    <View
      className="flex-row items-center justify-between rounded-card border border-hair bg-sheet p-2"
      testID="beside"
    >
      {sides.map((side, nth) => (
        <View key={side.title} className="flex-row items-center">
          {nth > 0 && <ArrowRight size={20} color={colours.soft} aria-hidden />}
          <View className="items-center gap-1" style={{ width: one }}>
            <Words size="fine" strong>
              {side.title}
            </Words>
            <Vessel box={side.box} counted={side.counted} width={one - 24} height={104} small />
            <VerdictLine box={side.box} counted={side.counted} />
          </View>
        </View>
      ))}
    </View>
  );
}

interface ChangesProps {
  readonly changes: readonly Change[];
  readonly edition: Edition;
  /** Says that something was there already. */
  readonly onFound: ((change: Extract<Change, { what: 'added' }>) => void) | undefined;
}

function Changes({ changes, edition, onFound }: ChangesProps) {
  if (changes.length === 0) {
    return (
      <Words tone="text-soft">No difference yet: add, remove or swap something, or change the box.</Words>
    );
  }
  return (
    <View className="rounded-card border border-hair bg-sheet" role="list" aria-label="Changes">
      {changes.map((change, nth) => {
        const { sign, words } = changeWords(change, edition);
        return (
          <View
            key={nth}
            role="listitem"
            testID="change"
            className="min-h-thumb flex-row items-center gap-2 border-b border-hair px-3 py-1"
          >
            <Words mono strong className="w-6 text-center">
              {sign}
            </Words>
            <Words className="min-w-0 flex-1">{words}</Words>
            {change.what === 'added' && onFound && (
              <Button label="Was there" onPress={() => onFound(change)} />
            )}
          </View>
        );
      })}
    </View>
  );
}
