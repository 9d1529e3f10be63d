/** What makes the box legal, what else is wrong with it, and the facts the checks need. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { planChange } from '@dense-pack/core/box/stages';
import { checkBox } from '@dense-pack/core/check/check-box';
import type { Edition } from '@dense-pack/core/edition/edition';
import { type Tally, tally } from '@dense-pack/core/fill/tally';
import { verdictParts } from '@dense-pack/core/fill/verdict';
import { workRoom } from '@dense-pack/core/fold/work-room';
import type { Kit } from '@dense-pack/core/parts/kit';
import { useEffect, useMemo, useState } from 'react';
import { View } from 'react-native';
import type { ShownBox } from '../../client/queries';
import { Notice } from '../../parts/Notice';
import { Button, Chip } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { VerdictSign } from '../../tape/Verdict';
import { useKit } from '../../truck/kit';
import { Vessel } from '../../vessel/Vessel';
import { askRemedies } from '../../box/ask-remedies';
import { BoxChooser } from '../../box/BoxChooser';
import { FactsPanel } from '../../box/panels/FactsPanel';
import type { Remedy, RemedyAnswer } from '../../box/remedy-answers';
import type { ChangeBox, ChangeFields } from '../../box/use-box-edit';
import { FindingList } from '../../box/FindingList';

interface FixStationProps {
  readonly box: ShownBox;
  readonly counted: Tally;
  readonly edition: Edition;
  readonly onBox: ChangeBox;
  readonly onFields: ChangeFields;
}

type Part = 'ways' | 'box' | 'checks';

export function FixStation({ box, counted, edition, onBox, onFields }: FixStationProps) {
  const [part, setPart] = useState<Part>('ways');
  const checked = useMemo(() => checkBox(box.box, edition, counted), [box.box, edition, counted]);
  const wrong = checked.findings.filter(({ severity }) => severity === 'violation').length;
  const take = (fixed: BoxDocument, words: readonly string[]) =>
    onFields((now) => ({
      ...(now.stage === 'found' ? planChange(now, new Date().toISOString()) : {}),
      box: fixed,
      seen: { ...now.seen, remedy: [...words] },
    }));
  return (
    <View className="gap-3">
      <View className="flex-row flex-wrap gap-2" role="group" aria-label="Fix">
        {(
          [
            ['ways', 'Ways'],
            ['box', 'Other box'],
            ['checks', wrong > 0 ? `Checks (${wrong})` : 'Checks'],
          ] as const
        ).map(([name, label]) => (
          <Chip
            key={name}
            label={label}
            on={part === name}
            className="grow basis-[80px]"
            onPress={() => setPart(name)}
          />
        ))}
      </View>
      {part === 'ways' && <Ways box={box.box} counted={counted} edition={edition} onTake={take} />}
      {part === 'box' && <BoxChooser box={box.box} edition={edition} onTake={take} />}
      {part === 'checks' && (
        <>
          <FindingList checked={checked} edition={edition} />
          <FactsPanel box={box.box} onChange={onBox} />
        </>
      )}
    </View>
  );
}

interface WaysProps {
  readonly box: BoxDocument;
  readonly counted: Tally;
  readonly edition: Edition;
  readonly onTake: (fixed: BoxDocument, words: readonly string[]) => void;
}

/** The remedies, cheapest first. */
function Ways({ box, counted, edition, onTake }: WaysProps) {
  const kit = useKit();
  const answer = useRemedies(box, edition, kit);
  return (
    <>
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
          onApply={() =>
            onTake(remedy.box, [
              ...remedy.words,
              `Why: ${nth === 0 ? 'the cheapest' : `number ${nth + 1}`} of ${answer.remedies.length} ${answer.remedies.length === 1 ? 'way' : 'ways'} by minutes, parts and wall damage.`,
            ])
          }
        />
      ))}
      {answer?.notes.map((note) => (
        <Notice key={note} title="To know">
          {note}
        </Notice>
      ))}
      <Notice title="Costs are our own guess">
        {`Minutes, parts and wall damage are common practice without a source, and only rank the ways; their weights are in the settings. ${kit.only ? 'Only boxes of the truck were searched.' : 'Volumes of plastic boxes are typical: read the stamp of the part in hand.'}`}
      </Notice>
    </>
  );
}

/** Asks anew when the box changes; the older search ends. */
function useRemedies(box: BoxDocument, edition: Edition, kit: Kit): RemedyAnswer | undefined {
  const [answered, setAnswered] = useState<{ box: BoxDocument; kit: Kit; answer: RemedyAnswer }>();
  useEffect(() => {
    const ending = new AbortController();
    askRemedies({ box, edition: edition.id, kit }, ending.signal)
      .then((answer) => !ending.signal.aborted && setAnswered({ box, kit, answer }))
      .catch(() =>
        setAnswered({
          box,
          kit,
          answer: { remedies: [], notes: ['The search failed here: change the box by hand.'] },
        }),
      );
    return () => ending.abort();
  }, [box, edition.id, kit]);
  return answered?.box === box && answered.kit === kit ? answered.answer : undefined;
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
  const room = workRoom(remedy.box, edition, counted, useKit().assumptions);
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
            <Words size="fine">{`${verdictParts(counted).head}; ${room.answer} to work in`}</Words>
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
