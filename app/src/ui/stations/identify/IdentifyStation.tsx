/** Identify: readings touched in, what each cable can still be, and what it is told to do once it is known. */
import { changeItem } from '@dense-pack/core/box/edit';
import type { Reading } from '@dense-pack/core/box/reading';
import { inTheWall } from '@dense-pack/core/box/safety';
import type { Seen } from '@dense-pack/core/box/record';
import { roleOf } from '@dense-pack/core/box/work';
import type { CableRole } from '@dense-pack/core/identify/roles';
import { coloursOf } from '@dense-pack/core/identify/identify';
import { dutyFor, tagsOf } from '@dense-pack/core/identify/tags';
import Printer from 'lucide-react-native/icons/printer';
import TagIcon from 'lucide-react-native/icons/tag';
import Trash from 'lucide-react-native/icons/trash';
import { useMemo, useState } from 'react';
import type { ChangeBox } from '../../box/use-box-edit';
import type { ShownBox } from '../../client/queries';
import { Loading, Notice } from '../../parts/Notice';
import { Button, Chip, IconPress } from '../../parts/Press';
import { Tick } from '../../parts/Tick';
import { go } from '../../parts/go';
import { Words } from '../../parts/Words';
import { HangingCable } from './HangingCable';
import type { IdentifyAnswer } from './identify-answers';
import { NextTest } from './NextTest';
import { ReadingPanel } from './ReadingPanel';
import { either, FAULTS, type NamedCable, namedCables, SHORT_ROLES, Teller } from './say';
import { useIdentified } from './use-identified';
import { View } from '../../parts/View';

interface IdentifyStationProps {
  readonly box: ShownBox;
  readonly onBox: ChangeBox;
  readonly onSeen: (change: (seen: Seen) => Seen) => void;
}

export function IdentifyStation({ box, onBox, onSeen }: IdentifyStationProps) {
  // What is in the wall is what was found; a cable that is planned is known.
  const there = inTheWall(box);
  const cables = useMemo(() => namedCables(there), [there]);
  if (cables.length === 0)
    return (
      <Notice title="No cable in this box yet">Record the cables in Found; here they are told apart.</Notice>
    );
  return <Identify box={box} cables={cables} onBox={onBox} onSeen={onSeen} />;
}

function Identify({
  box,
  cables,
  onBox,
  onSeen,
}: IdentifyStationProps & { readonly cables: readonly NamedCable[] }) {
  const { readings, testerProved } = box.seen;
  const there = inTheWall(box);
  const question = useMemo(
    () => ({ box: there, readings, proved: testerProved }),
    [there, readings, testerProved],
  );
  const shown = useIdentified(question);
  const teller = useMemo(() => new Teller(cables), [cables]);
  const [held, setHeld] = useState<readonly string[]>([]);
  const answer = shown && 'answer' in shown ? shown.answer : undefined;
  const pending = shown !== undefined && 'pending' in shown && shown.pending;
  const read = (reading: Reading) => {
    setHeld([]);
    onSeen((now) => ({
      ...now,
      readings: now.readings.some((one) => JSON.stringify(one) === JSON.stringify(reading))
        ? now.readings
        : [...now.readings, reading],
    }));
  };
  const tell = (told: Readonly<Record<string, CableRole>>) =>
    onBox((now) =>
      Object.entries(told).reduce((changed, [id, role]) => {
        const item = changed.items.find((one) => one.id === id);
        // A duty that is told in full already says more than its word.
        const same = item?.kind === 'cable' && roleOf(item.duty) === roleOf(dutyFor(role));
        return same ? changed : changeItem(changed, id, { duty: dutyFor(role) });
      }, now),
    );
  return (
    <View className="gap-3">
      <Words heading={2} strong>
        Which cable is what?
      </Words>
      <Tick
        on={testerProved}
        label="Tester proved on a known live source, before and after"
        until="Until then its readings are hints and rule nothing out."
        onPress={() => onSeen((now) => ({ ...now, testerProved: !now.testerProved }))}
      />
      {shown === undefined && <Loading what="what is possible" />}
      {shown && 'failed' in shown && (
        <Notice title="This could not be worked out" tone="unknown">
          {shown.failed}
        </Notice>
      )}
      {answer && !answer.consistent && (
        <Notice title="These readings contradict each other" tone="over" live>
          {`${answer.contradiction
            .map((nth) => readings[nth])
            .flatMap((one) => (one ? [teller.reading(one)] : []))
            .join(
              ' · ',
            )}. They cannot all be true: prove the tester, take one again, and take the wrong one out below.`}
        </Notice>
      )}
      {answer?.consistent && answer.next && (
        <NextTest next={answer.next} teller={teller} pending={pending} onRead={read} />
      )}
      {answer?.consistent && !answer.next && (
        <Notice title="No test tells more">
          What is still open looks alike to every instrument. Say what each cable is to do.
        </Notice>
      )}
      <Cables
        box={box}
        cables={cables}
        answer={answer}
        teller={teller}
        held={held}
        onTouch={(conductor) =>
          setHeld((now) =>
            now.includes(conductor) ? now.filter((one) => one !== conductor) : [...now.slice(-1), conductor],
          )
        }
        onTell={tell}
        onRead={read}
      />
      <Readings
        readings={readings}
        answer={answer}
        teller={teller}
        onRemove={(nth) =>
          onSeen((now) => ({ ...now, readings: now.readings.filter((_, at) => at !== nth) }))
        }
      />
      <Button
        label="Tags as labels to print"
        icon={Printer}
        onPress={() => go(`/job/${box.jobId}/tags?box=${box.id}`)}
      />
      <Notice title="Test, then tag" tone="unknown">
        All conductors apart, none touching another. Colour, screw and place are hints at most, the classic
        wrong guess. Live work is short and guarded, and for licensed people.
      </Notice>
    </View>
  );
}

interface CablesProps {
  readonly box: ShownBox;
  readonly cables: readonly NamedCable[];
  readonly answer: IdentifyAnswer | undefined;
  readonly teller: Teller;
  readonly held: readonly string[];
  readonly onTouch: (conductor: string) => void;
  readonly onTell: (told: Readonly<Record<string, CableRole>>) => void;
  readonly onRead: (reading: Reading) => void;
}

/** From so few roles on one is chosen by a touch. */
const CHOSEN_FROM = 3;

function Cables({ box, cables, answer, teller, held, onTouch, onTell, onRead }: CablesProps) {
  const told = new Map(
    box.box.items.flatMap((item) => (item.kind === 'cable' ? [[item.id, item.duty]] : [])),
  );
  const unwritten = Object.fromEntries(
    Object.entries(answer?.certain ?? {}).filter(
      ([id, role]) => told.has(id) && roleOf(told.get(id)) !== roleOf(dutyFor(role)),
    ),
  );
  const many = Object.keys(unwritten).length;
  return (
    <View className="gap-2">
      {many > 0 && (
        <Button
          kind="main"
          icon={TagIcon}
          label={`Write down what is certain: ${many} ${many === 1 ? 'cable' : 'cables'}`}
          onPress={() => onTell(unwritten)}
        />
      )}
      {cables.map((cable) => {
        const { id } = cable.item;
        const roles = answer?.roles[id] ?? [];
        const certain = answer?.certain[id];
        const fault = answer?.faults[id];
        const duty = roleOf(told.get(id));
        return (
          <View
            key={id}
            testID="hanging-cable"
            role="group"
            aria-label={cable.name}
            className="flex-row flex-wrap gap-x-3 gap-y-2 rounded-card border border-hair bg-sheet px-2 pb-2"
          >
            <HangingCable
              cable={cable}
              held={held}
              nameOf={(conductor) => teller.conductor(conductor)}
              onTouch={onTouch}
            />
            <View className="min-w-[120px] flex-1 gap-1 pt-2">
              <Words strong>{cable.name}</Words>
              {certain ? (
                <Words strong tone="text-legal">
                  {`It is: ${SHORT_ROLES[certain]}`}
                </Words>
              ) : (
                roles.length > 0 && (
                  <Words size="fine">{`Can be ${either(roles.map((role) => SHORT_ROLES[role]))}`}</Words>
                )
              )}
              {fault && (
                <Words size="fine" tone="text-over">
                  {FAULTS[fault]}
                </Words>
              )}
              {certain && (
                <View testID="tags">
                  {tagsOf({
                    role: certain,
                    colours: coloursOf(cable.item),
                    label: cable.item.label,
                    circuit: box.circuit || undefined,
                    reversed: fault === 'reversed',
                  }).map(({ colour, words }) => (
                    <Words key={colour} size="fine" mono>
                      {`${colour}: ${words}`}
                    </Words>
                  ))}
                </View>
              )}
            </View>
            {certain === undefined && roles.length > 0 && roles.length <= CHOSEN_FROM && told.has(id) && (
              <View
                className="w-full flex-row flex-wrap items-center gap-2"
                role="group"
                aria-label={`${cable.name} is`}
              >
                {roles.map((role) => (
                  <Chip
                    key={role}
                    label={SHORT_ROLES[role]}
                    on={duty !== undefined && duty === roleOf(dutyFor(role))}
                    className="grow"
                    onPress={() => onTell({ [id]: role })}
                  />
                ))}
              </View>
            )}
            {held.at(-1)?.startsWith(`${id}.`) && (
              <View className="w-full">
                <ReadingPanel key={held.join()} held={held} teller={teller} onRead={onRead} />
              </View>
            )}
          </View>
        );
      })}
    </View>
  );
}

interface ReadingsProps {
  readonly readings: readonly Reading[];
  readonly answer: IdentifyAnswer | undefined;
  readonly teller: Teller;
  readonly onRemove: (nth: number) => void;
}

function Readings({ readings, answer, teller, onRemove }: ReadingsProps) {
  if (readings.length === 0) return null;
  return (
    <View className="gap-1">
      <Words heading={3} strong>
        {`Readings: ${readings.length}${answer ? `, about ${answer.liveMinutes} min live` : ''}`}
      </Words>
      <View className="rounded-card border border-hair bg-sheet">
        {readings.map((reading, nth) => {
          const wrong = answer?.contradiction.includes(nth) ?? false;
          const words = teller.reading(reading);
          return (
            <View
              key={nth}
              testID="reading"
              className="min-h-thumb flex-row items-center gap-2 border-b border-hair pl-3"
            >
              <Words
                size="fine"
                className="min-w-0 flex-1"
                tone={wrong ? 'text-over' : 'text-ink'}
                strong={wrong}
              >
                {words}
              </Words>
              <IconPress label={`Take out: ${words}`} icon={Trash} onPress={() => onRemove(nth)} />
            </View>
          );
        })}
      </View>
    </View>
  );
}
