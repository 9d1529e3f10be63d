/** What makes the box legal, what else is wrong with it, and the facts the checks need. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { changeShell, changeSite } from '@dense-pack/core/box/edit';
import { planChange } from '@dense-pack/core/box/stages';
import { type Form, FORMS } from '@dense-pack/core/box/words';
import { checkBox } from '@dense-pack/core/check/check-box';
import { wantedFacts } from '@dense-pack/core/check/open-checks';
import { type Surroundings, withSurroundings } from '@dense-pack/core/run/surroundings';
import type { Edition } from '@dense-pack/core/edition/edition';
import { type Tally, tally } from '@dense-pack/core/fill/tally';
import { workRoom } from '@dense-pack/core/fold/work-room';
import type { Kit } from '@dense-pack/core/parts/kit';
import { FOLDS_WORDS } from '@dense-pack/core/fold/fold-words';
import { damageWords, REMEDY_KINDS } from '@dense-pack/core/remedy/remedy';
import { isNailed } from '@dense-pack/core/remedy/wall';
import { useEffect, useMemo, useState } from 'react';
import type { ShownBox } from '../../client/queries';
import { Choice } from '../../parts/Choice';
import { Notice } from '../../parts/Notice';
import { Button, Chip } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { VerdictLine } from '../../tape/Verdict';
import { useKit } from '../../truck/kit';
import { Vessel } from '../../vessel/Vessel';
import { askRemedies } from '../../box/ask-remedies';
import { BoxChooser } from '../../box/BoxChooser';
import { FactsPanel } from '../../box/panels/FactsPanel';
import type { Remedy, RemedyAnswer } from '../../box/remedy-answers';
import type { ChangeBox, ChangeFields } from '../../box/use-box-edit';
import { FindingList } from '../../box/FindingList';
import { View } from '../../parts/View';

interface FixStationProps {
  readonly box: ShownBox;
  readonly counted: Tally;
  readonly edition: Edition;
  readonly around: Surroundings;
  readonly onBox: ChangeBox;
  readonly onFields: ChangeFields;
}

type Part = 'ways' | 'box' | 'checks';

export function FixStation({ box, counted, edition, around, onBox, onFields }: FixStationProps) {
  const [part, setPart] = useState<Part>('ways');
  const known = useMemo(() => withSurroundings(box.box, around), [box.box, around]);
  const checked = useMemo(() => checkBox(known, edition, counted), [known, edition, counted]);
  const wanted = useMemo(() => wantedFacts(known, edition, counted), [known, edition, counted]);
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
      {part === 'ways' && (
        <Ways
          box={box.box}
          circuit={box.circuit}
          found={foundOf(box)}
          counted={counted}
          edition={edition}
          onBox={onBox}
          onTake={take}
        />
      )}
      {part === 'box' && <BoxChooser box={box.box} circuit={box.circuit} edition={edition} onTake={take} />}
      {part === 'checks' && (
        <>
          <FindingList findings={checked.findings} wanted={wanted} edition={edition} />
          <FactsPanel box={box.box} wanted={wanted} onChange={onBox} />
        </>
      )}
    </View>
  );
}

/** What is in the wall and stays; while only one state is recorded it may be the plan already, and is not known. */
const foundOf = ({ stage, found, box }: ShownBox): BoxDocument | undefined =>
  stage === 'built' ? box : (found ?? undefined);

interface WaysProps {
  readonly box: BoxDocument;
  readonly circuit: string;
  readonly found: BoxDocument | undefined;
  readonly counted: Tally;
  readonly edition: Edition;
  readonly onBox: ChangeBox;
  readonly onTake: (fixed: BoxDocument, words: readonly string[]) => void;
}

/** The best of each kind of remedy, cheapest first. */
function Ways({ box, circuit, found, counted, edition, onBox, onTake }: WaysProps) {
  const kit = useKit();
  const answer = useRemedies(box, circuit, found, edition, kit);
  return (
    <>
      <Words heading={2} strong>
        {counted.verdict === 'legal' ? 'Nothing must be changed' : 'What makes it legal'}
      </Words>
      {answer?.asks.includes('mount') && (
        <Choice
          title="Open wall, or finished?"
          options={[
            { value: 'new-work' as const, label: 'open: new-work' },
            { value: 'old-work' as const, label: 'finished: old-work' },
          ]}
          value={undefined}
          onChoose={(mount) => onBox((now) => changeShell(now, { mount }))}
        />
      )}
      {counted.verdict !== 'legal' && isNailed(box) && (
        <Choice
          title="The wall round the box"
          options={[
            { value: false, label: 'open' },
            { value: true, label: 'finished' },
          ]}
          value={box.site?.finished === true}
          always
          onChoose={(finished) => onBox((now) => changeSite(now, { finished: finished ? true : undefined }))}
        />
      )}
      {answer?.asks.includes('form') && (
        <Choice
          title="Shape of the box"
          options={SHAPES.map((value) => ({ value, label: FORMS[value] }))}
          value={undefined}
          onChoose={(form) => onBox((now) => changeShell(now, { form }))}
        />
      )}
      {!answer && <Words tone="text-soft">Searching what would help…</Words>}
      {answer?.remedies.map((remedy, nth) => (
        <RemedyCard
          key={remedy.ids.join()}
          nth={nth + 1}
          remedy={remedy}
          edition={edition}
          onApply={() =>
            onTake(remedy.box, [
              ...remedy.words,
              `Why: ${nth === 0 ? 'the cheapest' : `number ${nth + 1}`} of ${answer.remedies.length} ${answer.remedies.length === 1 ? 'way' : 'ways'} by minutes, parts, wall damage and whether it folds.`,
            ])
          }
        />
      ))}
      {answer?.notes.map((note) => (
        <Notice key={note} title="To know">
          {note}
        </Notice>
      ))}
      {(answer?.remedies.length ?? 0) > 0 && (
        <Notice title="Costs are our own guess">
          {`Minutes, parts and wall damage are common practice without a source, and only rank the ways; their weights are in the settings. ${kit.only ? 'Only boxes of the truck were searched.' : 'Volumes of plastic boxes are typical: read the stamp of the part in hand.'}`}
        </Notice>
      )}
    </>
  );
}

/** Shapes a box of which only the volume is known may have. */
const SHAPES: readonly Form[] = ['device-box', 'square', 'round', 'pan'];

/** Asks anew when the box changes; the older search ends. */
function useRemedies(
  box: BoxDocument,
  circuit: string,
  found: BoxDocument | undefined,
  edition: Edition,
  kit: Kit,
): RemedyAnswer | undefined {
  const [answered, setAnswered] = useState<{ box: BoxDocument; kit: Kit; answer: RemedyAnswer }>();
  useEffect(() => {
    const ending = new AbortController();
    askRemedies({ box, circuit, edition: edition.id, kit, ...(found ? { found } : {}) }, ending.signal)
      .then((answer) => !ending.signal.aborted && setAnswered({ box, kit, answer }))
      .catch(() =>
        setAnswered({
          box,
          kit,
          answer: { remedies: [], asks: [], notes: ['The search failed here: change the box by hand.'] },
        }),
      );
    return () => ending.abort();
  }, [box, circuit, found, edition.id, kit]);
  return answered?.box === box && answered.kit === kit ? answered.answer : undefined;
}

interface RemedyCardProps {
  readonly nth: number;
  readonly remedy: Remedy;
  readonly edition: Edition;
  readonly onApply: () => void;
}

function RemedyCard({ nth, remedy, edition, onApply }: RemedyCardProps) {
  const counted = useMemo(() => tally(remedy.box, edition), [remedy.box, edition]);
  const room = workRoom(remedy.box, edition, counted, useKit().assumptions);
  return (
    <View className="gap-2 rounded-card border border-line bg-sheet p-3" testID="remedy">
      <View className="flex-row gap-3">
        <Vessel box={remedy.box} counted={counted} width={84} height={68} small />
        <View className="min-w-0 flex-1 gap-1">
          <Words size="fine" tone="text-soft">
            {`${nth}. ${REMEDY_KINDS[remedy.kind]}`}
          </Words>
          {remedy.words.map((words) => (
            <Words key={words} strong>
              {words}
            </Words>
          ))}
          <VerdictLine
            box={remedy.box}
            counted={counted}
            more={`${room.answer} to work in, ${FOLDS_WORDS[remedy.fits]}`}
          />
          {remedy.fits === 'no' && (
            <Words size="fine" strong tone="text-over">
              Legal, but it would not close: an estimate.
            </Words>
          )}
          <Words size="fine" tone="text-soft">
            {`about ${remedy.cost.minutes} min, ${damageWords(remedy.cost)}`}
          </Words>
        </View>
      </View>
      <Button label={`Take remedy ${nth}`} kind={nth === 1 ? 'main' : 'plain'} onPress={onApply} />
    </View>
  );
}
