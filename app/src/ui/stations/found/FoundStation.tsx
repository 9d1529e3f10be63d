/** Recording what one sees: stud, condition, notes, photos, and where the box is. */
import type { Job, Seen } from '@dense-pack/core/box/record';
import { newId } from '@dense-pack/core/box/new-id';
import { CONDITIONS, STUDS, type Condition } from '@dense-pack/core/box/words';
import { editionOf } from '@dense-pack/core/edition/index';
import Copy from 'lucide-react-native/icons/copy';
import { useMemo, useState } from 'react';
import { copyOf } from '@dense-pack/core/box/stages';
import { makeBox, removeBox, type ShownBox } from '../../client/queries';
import { fieldsOf } from '@/sync/operation';
import { Choice, plainOptions } from '../../parts/Choice';
import { EditionChoice } from '../../parts/EditionChoice';
import { Field } from '../../parts/Field';
import { LongField } from '../../parts/LongField';
import { Button, Chip } from '../../parts/Press';
import { Removal } from '../../parts/Removal';
import { Words } from '../../parts/Words';
import { boxHref } from '../../jobs/hrefs';
import { wantedFacts } from '@dense-pack/core/check/open-checks';
import type { Edition } from '@dense-pack/core/edition/edition';
import type { Tally } from '@dense-pack/core/fill/tally';
import { type Surroundings, withSurroundings } from '@dense-pack/core/run/surroundings';
import { FactsPanel } from '../../box/panels/FactsPanel';
import { BoxPhotos } from '../../box/BoxPhotos';
import type { ChangeFields } from '../../box/use-box-edit';
import { go } from '../../parts/go';
import { View } from '../../parts/View';

interface FoundStationProps {
  readonly box: ShownBox;
  readonly job: Job;
  readonly counted: Tally;
  readonly edition: Edition;
  readonly around: Surroundings;
  readonly onChange: ChangeFields;
}

export function FoundStation({ box, job, counted, edition, around, onChange }: FoundStationProps) {
  const { seen } = box;
  const wanted = useMemo(
    () => wantedFacts(withSurroundings(box.box, around), edition, counted),
    [box.box, around, edition, counted],
  );
  const see = (change: (seen: Seen) => Partial<Seen>) =>
    onChange((now) => ({ seen: { ...now.seen, ...change(now.seen) } }));
  const toggle = (condition: Condition) =>
    see(({ conditions }) => ({
      conditions: conditions.includes(condition)
        ? conditions.filter((one) => one !== condition)
        : [...conditions, condition],
    }));
  return (
    <View className="gap-4">
      <Words heading={2} strong>
        What is seen at the open box
      </Words>
      <Choice
        title="Stud beside the box"
        options={plainOptions(STUDS)}
        value={seen.stud}
        onChoose={(stud) =>
          onChange(({ seen: { stud: _stud, ...rest } }) => ({
            seen: stud === undefined ? rest : { ...rest, stud },
          }))
        }
      />
      <View className="gap-1" role="group" aria-label="Condition">
        <Words size="fine" strong>
          Condition
        </Words>
        <View className="flex-row flex-wrap gap-2">
          {(Object.keys(CONDITIONS) as Condition[]).map((condition) => (
            <Chip
              key={condition}
              label={CONDITIONS[condition]}
              on={seen.conditions.includes(condition)}
              onPress={() => toggle(condition)}
            />
          ))}
        </View>
      </View>
      <FactsPanel
        box={box.box}
        wanted={wanted}
        onChange={(change) =>
          onChange((now) => ({ box: typeof change === 'function' ? change(now.box) : change }))
        }
      />
      <LongField
        label="Notes for next time"
        most={4000}
        value={seen.note}
        onValue={(note) => see(() => ({ note }))}
      />
      <BoxPhotos
        boxId={box.id}
        ids={seen.photos}
        onChange={(change) => see((now) => ({ photos: change(now.photos) }))}
      />
      <Naming box={box} onChange={onChange} />
      <View className="gap-2">
        <Words strong>Counted by</Words>
        <View className="flex-row">
          <Chip
            label="As the job"
            detail={editionOf(job.edition).name}
            on={box.box.edition === undefined}
            onPress={() => onChange(({ box: { edition: _edition, ...rest } }) => ({ box: rest }))}
          />
        </View>
        <EditionChoice
          value={box.box.edition}
          onChoose={(id) => onChange((now) => ({ box: { ...now.box, edition: id } }))}
        />
      </View>
      <Button
        label="Duplicate this box"
        icon={Copy}
        onPress={() => {
          const id = makeBox(box.jobId, copyOf(fieldsOf(box), newId));
          go(boxHref(box.jobId, id));
        }}
      />
      <Removal
        what="box"
        kept
        question={`Delete “${box.name}” and its record?`}
        onRemove={() => {
          removeBox(box);
          go(`/job/${box.jobId}`);
        }}
      />
    </View>
  );
}

const NAMES = [
  ['name', 'Name of the box', 80],
  ['room', 'Room', 80],
  ['circuit', 'Circuit', 40],
] as const;

function Naming({ box, onChange }: Pick<FoundStationProps, 'box' | 'onChange'>) {
  const [problems, setProblems] = useState<Partial<Record<(typeof NAMES)[number][0], string>>>({});
  return (
    <View className="gap-2">
      {NAMES.map(([key, label, most]) => (
        <Field
          key={key}
          label={label}
          defaultValue={box[key]}
          problem={problems[key]}
          onEnd={(text) => {
            const said = text.trim();
            const problem =
              key === 'name' && said === ''
                ? 'A box needs a name, such as “Den, under the window”.'
                : said.length > most
                  ? `${label}: ${said.length} characters; at most ${most} are taken. Shorten it.`
                  : undefined;
            setProblems({ ...problems, [key]: problem });
            if (problem !== undefined || said === box[key]) return;
            const [refused] = onChange(() => ({ [key]: said }));
            if (refused) setProblems({ ...problems, [key]: `${label} ${refused.accepted}.` });
          }}
        />
      ))}
    </View>
  );
}
