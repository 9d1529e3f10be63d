/** Writing down a box of the truck: what its stamp and a tape measure say. Every field says what it takes. */
import { TruckBox } from '@dense-pack/core/parts/kit';
import { FORMS, MATERIALS, MOUNTS } from '@dense-pack/core/box/words';
import { useState } from 'react';
import { Choice, plainOptions, wordOptions } from '../parts/Choice';
import { Field } from '../parts/Field';
import { Button, Chip } from '../parts/Press';
import { Words } from '../parts/Words';
import { setKit, useKit } from './kit';
import { lengthTyped, several, volumeTyped } from './typed';
import { View } from '../parts/View';

/** A box of one's own to begin with. */
export function newBox(known: readonly TruckBox[]): TruckBox {
  let nth = known.length + 1;
  while (known.some(({ id }) => id === `own-${nth}`)) nth += 1;
  return {
    id: `own-${nth}`,
    name: '',
    form: 'device-box',
    material: 'plastic',
    gangs: 1,
    volume: '',
    depth: '',
    width: '2.25 in',
    height: '3.75 in',
    mounts: ['old-work'],
    places: ['wall'],
    clamps: false,
  };
}

const LENGTHS = { depth: 'Inside depth', width: 'Outside width', height: 'Outside height' } as const;
type LengthField = keyof typeof LENGTHS;

interface BoxEditorProps {
  readonly box: TruckBox;
  /** It is one of the person’s own or changed already, so it can be taken out again. */
  readonly known: boolean;
  readonly onClose: () => void;
}

export function BoxEditor({ box, known, onClose }: BoxEditorProps) {
  const kit = useKit();
  const [draft, setDraft] = useState<TruckBox>(box);
  const [asked, setAsked] = useState(false);
  const read = TruckBox.safeParse(draft);
  const problem = (field: keyof TruckBox) =>
    asked && !read.success ? read.error.issues.find(({ path }) => path[0] === field)?.message : undefined;
  const set = (change: Partial<TruckBox>) => setDraft((now) => ({ ...now, ...change }));
  const others = kit.boxes.filter(({ id }) => id !== box.id);
  const save = () => {
    setAsked(true);
    if (!read.success) return;
    const here = kit.here.includes(box.id) ? kit.here : [...kit.here, box.id];
    setKit({ boxes: [...others, read.data], here });
    onClose();
  };
  return (
    <View
      className="gap-3 rounded-card border-2 border-action bg-sheet p-3"
      role="group"
      aria-label="Box of the truck"
    >
      <Field
        label="Name"
        defaultValue={draft.name}
        onChangeText={(name) => set({ name })}
        problem={problem('name')}
      />
      <Field
        label="Volume on its stamp, in³ or mL"
        mono
        defaultValue={draft.volume}
        onChangeText={(text) => set({ volume: volumeTyped(text) })}
        problem={problem('volume')}
      />
      {(Object.keys(LENGTHS) as LengthField[]).map((field) => (
        <Field
          key={field}
          label={`${LENGTHS[field]}, in`}
          mono
          defaultValue={draft[field]}
          onChangeText={(text) => set({ [field]: lengthTyped(text) })}
          problem={problem(field)}
        />
      ))}
      <Choice
        title="Shape"
        options={wordOptions(FORMS)}
        value={draft.form}
        always
        onChoose={(form) => form && set({ form })}
      />
      <Choice
        title="Gangs"
        options={[1, 2, 3, 4].map((value) => ({ value, label: String(value) }))}
        value={draft.gangs}
        always
        onChoose={(gangs) => gangs && set({ gangs })}
      />
      <Choice
        title="Material"
        options={plainOptions(MATERIALS)}
        value={draft.material}
        always
        onChoose={(material) => material && set({ material })}
      />
      <View className="gap-1" role="group" aria-label="Fitted as">
        <Words size="fine" strong>
          Fitted as
        </Words>
        <View className="flex-row flex-wrap gap-2">
          {MOUNTS.map((mount) => (
            <Chip
              key={mount}
              label={mount}
              on={draft.mounts.includes(mount)}
              onPress={() => set({ mounts: several(draft.mounts, mount) })}
            />
          ))}
          {(['wall', 'ceiling'] as const).map((place) => (
            <Chip
              key={place}
              label={place}
              on={draft.places.includes(place)}
              onPress={() => set({ places: several(draft.places, place) })}
            />
          ))}
        </View>
        {(['mounts', 'places'] as const).map((field) => {
          const words = problem(field);
          return words === undefined ? null : (
            <Words key={field} tone="text-over" role="alert">
              {words}
            </Words>
          );
        })}
      </View>
      <Choice
        title="Clamps inside that grip"
        options={[
          { value: true, label: 'Yes' },
          { value: false, label: 'No' },
        ]}
        value={draft.clamps}
        always
        onChoose={(clamps) => set({ clamps: clamps === true })}
      />
      <View className="flex-row flex-wrap gap-2">
        <Button label="Keep it in the truck" kind="main" className="grow" onPress={save} />
        <Button label="Leave it" onPress={onClose} />
        {known && (
          <Button
            label={box.id.startsWith('own-') ? 'Delete it' : 'As listed again'}
            kind="danger"
            onPress={() => {
              setKit({
                boxes: others,
                ...(box.id.startsWith('own-') ? { here: kit.here.filter((id) => id !== box.id) } : {}),
              });
              onClose();
            }}
          />
        )}
      </View>
    </View>
  );
}
