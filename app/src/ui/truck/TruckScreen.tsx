/** The truck: every box one can get, which of them are in the truck, and those of one's own. */
import { DEFAULT_EDITION, editionOf } from '@dense-pack/core/edition/index';
import { inTruck, partsOf, type TruckBox, truckBoxOf } from '@dense-pack/core/parts/kit';
import { showInches } from '@dense-pack/core/quantity/length';
import { showVolume } from '@dense-pack/core/quantity/volume';
import type { BoxPart } from '@dense-pack/core/catalog/catalog';
import Plus from 'lucide-react-native/icons/plus';
import { useState } from 'react';
import { Choice } from '../parts/Choice';
import { Notice } from '../parts/Notice';
import { Button } from '../parts/Press';
import { Screen } from '../parts/Screen';
import { Words } from '../parts/Words';
import { BoxEditor, newBox } from './BoxEditor';
import { AddedStock } from './AddedStock';
import { ConnectorStock } from './ConnectorStock';
import { FoldMeasures } from './FoldMeasures';
import { PartRow } from './PartRow';
import { setKit, useKit } from './kit';
import { View } from '../parts/View';

const SHOW = [
  { value: 'here', label: 'In the truck' },
  { value: 'all', label: 'All boxes' },
  { value: 'own', label: 'My own' },
] as const;
type Show = (typeof SHOW)[number]['value'];

/** Groups a person looks for a box in. */
const GROUPS: readonly (readonly [string, (part: BoxPart) => boolean])[] = [
  ['1 gang', ({ form, gangs }) => form === 'device-box' && gangs === 1],
  ['2 gangs', ({ form, gangs }) => form === 'device-box' && gangs === 2],
  ['3 gangs and more', ({ form, gangs }) => form === 'device-box' && gangs > 2],
  ['Square', ({ form }) => form === 'square'],
  ['Round, octagon and pans', ({ form }) => form === 'round' || form === 'pan'],
  ['Others', ({ form }) => form === 'masonry' || form === 'surface'],
];

/** @param part what one came for */
export function TruckScreen({ part }: { readonly part?: string }) {
  const kit = useKit();
  const [show, setShow] = useState<Show>(() => (kit.here.length > 0 ? 'here' : 'all'));
  const [editing, setEditing] = useState<TruckBox>();
  const edition = editionOf(DEFAULT_EDITION);
  const all = partsOf(edition, kit);
  const own = new Set(kit.boxes.map(({ id }) => id));
  const shown = all.filter(({ id }) =>
    show === 'all' ? true : show === 'own' ? own.has(id) : kit.here.includes(id),
  );
  const { unknown } = inTruck(edition, kit);
  const toggle = (id: string) =>
    setKit({ here: kit.here.includes(id) ? kit.here.filter((one) => one !== id) : [...kit.here, id] });
  return (
    <Screen
      title="Truck"
      detail={`${kit.here.length - unknown.length} kinds of boxes in it, kept on this phone`}
      back={{ label: 'all jobs', href: '/' }}
      foot={
        <Button
          label="A box of your own"
          icon={Plus}
          kind="main"
          onPress={() => setEditing(newBox(kit.boxes))}
        />
      }
    >
      {editing && (
        <BoxEditor
          key={editing.id}
          box={editing}
          known={own.has(editing.id)}
          onClose={() => setEditing(undefined)}
        />
      )}
      <Choice
        title="Remedies may use"
        options={[
          { value: 'any', label: 'Any box', detail: 'of the list' },
          { value: 'truck', label: 'The truck only', detail: 'what is ticked' },
        ]}
        value={kit.only ? 'truck' : 'any'}
        always
        onChoose={(value) => setKit({ only: value === 'truck' })}
      />
      <Choice title="Show" options={SHOW} value={show} always onChoose={(value) => value && setShow(value)} />
      {kit.only && kit.here.length === 0 && (
        <Notice title="The truck is empty" tone="unknown">
          Remedies are searched in the truck only, so no other box will be offered. Tick what you carry.
        </Notice>
      )}
      {unknown.length > 0 && (
        <Notice title="Not in the list any more" tone="unknown">
          <Words>{`Ticked, but no such box is known: ${unknown.join(', ')}.`}</Words>
          <Button
            label="Take them out"
            onPress={() => setKit({ here: kit.here.filter((id) => !unknown.includes(id)) })}
          />
        </Notice>
      )}
      {shown.length === 0 && (
        <Notice title={show === 'own' ? 'No box of your own yet' : 'Nothing is ticked'}>
          {show === 'own'
            ? 'Read the stamp of a box you carry and write it down with the button below.'
            : 'Show all boxes and tick what you carry.'}
        </Notice>
      )}
      {GROUPS.map(([title, belongs]) => {
        const parts = shown.filter(belongs);
        return parts.length === 0 ? null : (
          <View key={title} className="rounded-card border border-hair bg-sheet">
            <View className="border-b border-hair px-3 py-2">
              <Words heading={2} strong>
                {title}
              </Words>
            </View>
            {parts.map((part) => (
              <PartRow
                key={part.id}
                name={part.name}
                figures={`${showVolume(part.volume, 'in3')} in³, ${showInches(part.depth)} in deep`}
                source={
                  own.has(part.id)
                    ? 'as you wrote it'
                    : part.typical
                      ? 'typical: read the stamp'
                      : 'code table'
                }
                here={kit.here.includes(part.id)}
                onToggle={() => toggle(part.id)}
                onEdit={() => setEditing(kit.boxes.find(({ id }) => id === part.id) ?? truckBoxOf(part))}
              />
            ))}
          </View>
        );
      })}
      <AddedStock />
      <ConnectorStock />
      <FoldMeasures opened={part === 'folding'} />
      <Notice title="Typical figures">
        Volumes and depths of boxes that are not of the code’s table are typical, common practice without a
        source: read the stamp, and put right with the pencil what yours says.
      </Notice>
    </Screen>
  );
}
