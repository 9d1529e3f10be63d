/** What makes the box legal, what else is wrong with it, and the facts the checks need. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { planChange } from '@dense-pack/core/box/stages';
import { checkBox } from '@dense-pack/core/check/check-box';
import type { Edition } from '@dense-pack/core/edition/edition';
import { type Tally, tally } from '@dense-pack/core/fill/tally';
import { verdictWords } from '@dense-pack/core/fill/verdict';
import { workRoom } from '@dense-pack/core/fold/work-room';
import { useEffect, useMemo, useState } from 'react';
import { View } from 'react-native';
import type { ShownBox } from '../../client/queries';
import { Notice } from '../../parts/Notice';
import { Button } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { VerdictSign } from '../../tape/Verdict';
import { Vessel } from '../../vessel/Vessel';
import { askRemedies } from '../ask-remedies';
import { FactsPanel } from '../panels/FactsPanel';
import type { Remedy, RemedyAnswer } from '../remedy-answers';
import type { ChangeBox, ChangeFields } from '../use-box-edit';
import { FindingList } from '../FindingList';

interface FixStationProps {
  readonly box: ShownBox;
  readonly counted: Tally;
  readonly edition: Edition;
  readonly onBox: ChangeBox;
  readonly onFields: ChangeFields;
}

export function FixStation({ box, counted, edition, onBox, onFields }: FixStationProps) {
  const answer = useRemedies(box.box, edition);
  const checked = useMemo(() => checkBox(box.box, edition, counted), [box.box, edition, counted]);
  const apply = ({ box: fixed, words }: Remedy) =>
    onFields((now) => ({
      ...(now.stage === 'found' ? planChange(now, new Date().toISOString()) : {}),
      box: fixed,
      seen: { ...now.seen, remedy: words },
    }));
  return (
    <View className="gap-3">
      <Words heading={2} strong>
        {counted.verdict === 'legal' ? 'Legal as it is' : 'What makes it legal'}
      </Words>
      {!answer && <Words tone="text-soft">Searching what would help…</Words>}
      {answer?.remedies.slice(0, 6).map((remedy, nth) => (
        <RemedyCard
          key={remedy.ids.join()}
          nth={nth + 1}
          remedy={remedy}
          edition={edition}
          onApply={() => apply(remedy)}
        />
      ))}
      {answer?.notes.map((note) => (
        <Notice key={note} title="To know">
          {note}
        </Notice>
      ))}
      <FindingList checked={checked} />
      <FactsPanel box={box.box} onChange={onBox} />
      <Notice title="Costs are our own guess">
        Minutes, parts and wall damage are common practice without a source, and only rank the ways. Volumes
        of plastic boxes are typical: read the stamp of the part in hand.
      </Notice>
    </View>
  );
}

/** Asks anew when the box changes; the older search ends. */
function useRemedies(box: BoxDocument, edition: Edition): RemedyAnswer | undefined {
  const [answered, setAnswered] = useState<{ box: BoxDocument; answer: RemedyAnswer }>();
  useEffect(() => {
    const ending = new AbortController();
    askRemedies({ box, edition: edition.id }, ending.signal)
      .then((answer) => !ending.signal.aborted && setAnswered({ box, answer }))
      .catch(() =>
        setAnswered({
          box,
          answer: { remedies: [], notes: ['The search failed here: change the box by hand.'] },
        }),
      );
    return () => ending.abort();
  }, [box, edition.id]);
  return answered?.box === box ? answered.answer : undefined;
}

const DAMAGE = ['no wall damage', 'a patch under the plate', 'seen beside the plate', 'wallboard to mend'];

interface RemedyCardProps {
  readonly nth: number;
  readonly remedy: Remedy;
  readonly edition: Edition;
  readonly onApply: () => void;
}

function RemedyCard({ nth, remedy, edition, onApply }: RemedyCardProps) {
  const counted = useMemo(() => tally(remedy.box, edition), [remedy.box, edition]);
  const room = workRoom(remedy.box, edition, counted);
  const { minutes, damage } = remedy.cost;
  return (
    <View className="gap-2 rounded-card border border-line bg-sheet p-3" testID="remedy">
      <View className="flex-row gap-3">
        <Vessel box={remedy.box} counted={counted} width={92} height={76} small />
        <View className="min-w-0 flex-1 gap-1">
          {remedy.words.map((words) => (
            <Words key={words} strong>
              {words}
            </Words>
          ))}
          <View className="flex-row flex-wrap items-center gap-2">
            <VerdictSign verdict={counted.verdict} />
            <Words size="fine">{`${verdictWords(counted).split(': ')[0]}; ${room.answer} to work in`}</Words>
          </View>
          <Words size="fine" tone="text-soft">
            {`about ${minutes} min, ${DAMAGE[Math.ceil(damage)] ?? DAMAGE[3]}`}
          </Words>
        </View>
      </View>
      <Button label={`Take remedy ${nth}`} kind={nth === 1 ? 'main' : 'plain'} onPress={onApply} />
    </View>
  );
}
