/** Rings, extensions, extenders and starters: which are carried, and those of one's own. */
import { DEFAULT_EDITION, editionOf } from '@dense-pack/core/edition/index';
import { FORMS } from '@dense-pack/core/box/words';
import { addsOf, TruckAdd, truckAddOf } from '@dense-pack/core/parts/kit';
import { showVolume } from '@dense-pack/core/quantity/volume';
import { useState } from 'react';
import { Choice } from '../parts/Choice';
import { Field } from '../parts/Field';
import { Fold } from '../parts/Fold';
import { Button, Chip } from '../parts/Press';
import { setKit, useKit } from './kit';
import { PartRow } from './PartRow';
import { lengthTyped, several, volumeTyped } from './typed';
import { View } from '../parts/View';

export function AddedStock() {
  const kit = useKit();
  const [editing, setEditing] = useState<TruckAdd>();
  const parts = addsOf(editionOf(DEFAULT_EDITION), kit);
  const begin = () =>
    setEditing({
      id: `own-part-${kit.adds.length + 1}`,
      name: '',
      part: 'ext',
      volume: '',
      on: ['square'],
      depth: '1.5 in',
      surface: false,
    });
  return (
    <Fold title="Rings, extensions and starters">
      <View className="border-t border-hair pb-3">
        {editing && (
          <View className="p-3">
            <AddEditor key={editing.id} part={editing} onClose={() => setEditing(undefined)} />
          </View>
        )}
        {parts.map((part) => {
          const mine = kit.adds.find(({ id }) => id === part.id);
          return (
            <PartRow
              key={part.id}
              name={part.name}
              figures={part.volume > 0 ? `${showVolume(part.volume, 'in3')} in³` : 'adds no volume'}
              source={
                mine ? 'as you wrote it' : part.code === undefined ? 'typical: read its mark' : 'code table'
              }
              here={kit.here.includes(part.id)}
              onToggle={() => setKit({ here: several(kit.here, part.id) })}
              onEdit={() => setEditing(mine ?? truckAddOf(part))}
            />
          );
        })}
        <View className="px-3 pt-3">
          <Button label="A part of your own" onPress={begin} />
        </View>
      </View>
    </Fold>
  );
}

function AddEditor({ part, onClose }: { readonly part: TruckAdd; readonly onClose: () => void }) {
  const kit = useKit();
  const [draft, setDraft] = useState(part);
  const [asked, setAsked] = useState(false);
  const read = TruckAdd.safeParse(draft);
  const problem = (field: keyof TruckAdd) =>
    asked && !read.success ? read.error.issues.find(({ path }) => path[0] === field)?.message : undefined;
  const set = (change: Partial<TruckAdd>) => setDraft((now) => ({ ...now, ...change }));
  const others = kit.adds.filter(({ id }) => id !== part.id);
  const save = () => {
    setAsked(true);
    if (!read.success) return;
    const here = kit.here.includes(part.id) ? kit.here : [...kit.here, part.id];
    setKit({ adds: [...others, read.data], here });
    onClose();
  };
  return (
    <View
      className="gap-3 rounded-card border-2 border-action bg-sheet p-3"
      role="group"
      aria-label="Part of the truck"
    >
      <Field
        label="Name of the part"
        defaultValue={draft.name}
        onChangeText={(name) => set({ name })}
        problem={problem('name')}
      />
      <Field
        label="Volume marked on it, in³ or mL"
        mono
        defaultValue={draft.volume}
        onChangeText={(text) => set({ volume: volumeTyped(text) })}
        problem={problem('volume')}
      />
      <Field
        label="Depth it adds, in"
        mono
        defaultValue={draft.depth}
        onChangeText={(text) => set({ depth: lengthTyped(text) })}
        problem={problem('depth')}
      />
      <Choice
        title="It is"
        options={[
          { value: 'ring' as const, label: 'a ring' },
          { value: 'ext' as const, label: 'an extension or starter' },
        ]}
        value={draft.part}
        always
        onChoose={(one) => one && set({ part: one })}
      />
      <View className="flex-row flex-wrap gap-2" role="group" aria-label="Goes on">
        {(Object.keys(FORMS) as (keyof typeof FORMS)[]).map((form) => (
          <Chip
            key={form}
            label={FORMS[form]}
            on={draft.on.includes(form)}
            onPress={() => set({ on: several(draft.on, form) })}
          />
        ))}
      </View>
      <Choice
        title="Seen from the room"
        options={[
          { value: true, label: 'Yes' },
          { value: false, label: 'No' },
        ]}
        value={draft.surface}
        always
        onChoose={(surface) => set({ surface: surface === true })}
      />
      <View className="flex-row flex-wrap gap-2">
        <Button label="Keep this part" kind="main" className="grow" onPress={save} />
        <Button label="Leave it" onPress={onClose} />
        {kit.adds.some(({ id }) => id === part.id) && (
          <Button
            label="As before"
            kind="danger"
            onPress={() => {
              setKit({ adds: others, here: kit.here.filter((id) => id !== part.id) });
              onClose();
            }}
          />
        )}
      </View>
    </View>
  );
}
