/** Adding with one thumb: the commonest things as chips, what is in the box with its counts. */
import type { BoxDocument, Item } from '@dense-pack/core/box/document';
import { addItem, largestInsulatedIn } from '@dense-pack/core/box/edit';
import type { Edition, Size } from '@dense-pack/core/edition/edition';
import { DEVICES } from '@dense-pack/core/box/words';
import { itemFrom } from '@dense-pack/core/shorthand/piece';
import { useState } from 'react';
import { View } from 'react-native';
import { Notice } from '../../parts/Notice';
import { Chip } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { ItemRow } from '../ItemRow';

export type AddKind = 'cable' | 'device' | 'more';

interface Offer {
  /** The piece of a count line it adds. */
  readonly piece: string;
  readonly label: string;
  readonly detail?: string;
}

const CABLES: readonly Offer[] = ['12/2', '14/2', '12/3', '14/3', '10/2', '10/3', '8/3', '6/3'].map(
  (piece) => ({
    piece,
    label: piece,
  }),
);

const DEVICE_ORDER = [
  'duplex',
  'switch',
  'gfci',
  '3way',
  'dimmer',
  'smart',
  'single',
  'usb',
  '4way',
  'timer',
  'combo',
  'fan-control',
  'blank',
] as const satisfies readonly (keyof typeof DEVICES)[];

const HARDWARE: readonly Offer[] = [
  { piece: 'clamps', label: 'Clamps', detail: 'inside, gripping' },
  { piece: 'flaps', label: 'Flaps', detail: 'push-in, plastic box' },
  { piece: 'stud', label: 'Stud', detail: 'luminaire' },
  { piece: 'hickey', label: 'Hickey' },
  { piece: 'fixture 2x18', label: 'Fixture wires', detail: '2 of 18 AWG' },
  { piece: 'fixture 2x18 domed', label: 'Fixture wires', detail: 'domed canopy' },
  { piece: 'ext 4sq-1.5', label: 'Extension', detail: '4 × 1½ square' },
  { piece: 'ring unmarked', label: 'Ring', detail: 'unmarked' },
  { piece: '1x 12', label: 'Conductor', detail: '12 AWG' },
  { piece: '1x 14', label: 'Conductor', detail: '14 AWG' },
  { piece: '1x 12 through', label: 'Through', detail: '12 AWG' },
  { piece: 'pigtails 1x12', label: 'Pigtail', detail: '12 AWG, not counted' },
  { piece: 'pigtails 1x14', label: 'Pigtail', detail: '14 AWG, not counted' },
  { piece: 'connectors 1', label: 'Connector', detail: 'counted in Canada' },
  { piece: 'terminal 12', label: 'Terminal block', detail: '12 AWG' },
];

const KINDS: Record<AddKind, { title: string; kinds: readonly Item['kind'][] }> = {
  cable: { title: 'Add a cable', kinds: ['cable'] },
  device: { title: 'Add a device', kinds: ['device'] },
  more: {
    title: 'Add hardware and the rest',
    kinds: [
      'clamps',
      'fitting',
      'fixture',
      'added',
      'conductors',
      'ground',
      'pigtails',
      'connectors',
      'terminal',
      'barrier',
    ],
  },
};

interface AddPanelProps {
  readonly what: AddKind;
  readonly box: BoxDocument;
  readonly edition: Edition;
  readonly onChange: (box: BoxDocument) => void;
}

export function AddPanel({ what, box, edition, onChange }: AddPanelProps) {
  const { title, kinds } = KINDS[what];
  const there = box.items.filter((item) => kinds.includes(item.kind));
  return (
    <View className="gap-3">
      <Words heading={2} strong>
        {title}
      </Words>
      {what === 'device' ? (
        <Devices box={box} onChange={onChange} />
      ) : (
        <Offers
          offers={what === 'cable' ? CABLES : HARDWARE.filter((offer) => offered(offer, edition))}
          onAdd={(piece) => onChange(addItem(box, itemFrom(piece)).box)}
        />
      )}
      {what === 'more' && <FlapSchool box={box} onChange={onChange} />}
      {there.length > 0 && (
        <View>
          <Words size="fine" strong tone="text-soft">
            In the box
          </Words>
          {there.map((item) => (
            <ItemRow key={item.id} item={item} box={box} onChange={onChange} />
          ))}
        </View>
      )}
    </View>
  );
}

/** Whether push-in flaps count as clamps: two schools, and the person chooses. */
function FlapSchool({ box, onChange }: Pick<AddPanelProps, 'box' | 'onChange'>) {
  if (!box.items.some((item) => item.kind === 'clamps' && item.hold === 'flap')) return null;
  return (
    <View className="gap-1" role="group" aria-label="Push-in flaps">
      <Words size="fine" strong>
        Push-in flaps count as clamps?
      </Words>
      <View className="flex-row gap-2">
        <Chip
          label="Leave them out"
          on={box.flaps === 'leave-out'}
          onPress={() => onChange({ ...box, flaps: 'leave-out' })}
        />
        <Chip
          label="Count them"
          on={box.flaps === 'count'}
          onPress={() => onChange({ ...box, flaps: 'count' })}
        />
      </View>
    </View>
  );
}

/** Only what the edition has a use for. */
function offered({ piece }: Offer, edition: Edition): boolean {
  const code = /^ext (\S+)$/.exec(piece)?.[1];
  return code === undefined || edition.boxes.value.some((box) => box.code === code);
}

function Offers({
  offers,
  onAdd,
}: {
  readonly offers: readonly Offer[];
  readonly onAdd: (piece: string) => void;
}) {
  return (
    <View className="flex-row flex-wrap gap-2">
      {offers.map(({ piece, label, detail }) => (
        <Chip
          key={piece}
          label={label}
          detail={detail}
          aria-label={`Add ${label}${detail === undefined ? '' : `, ${detail}`}`}
          className="min-w-[80px] max-w-[180px] grow basis-[80px]"
          onPress={() => onAdd(piece)}
        />
      ))}
    </View>
  );
}

const SIZE_CHOICES: readonly Size[] = [14, 12, 10, 6];

/** Devices; where no conductor is in the box yet, the size on the device is asked first. */
function Devices({ box, onChange }: Pick<AddPanelProps, 'box' | 'onChange'>) {
  const [chosen, setChosen] = useState<Size>();
  const bare = largestInsulatedIn(box) === undefined;
  const size = bare ? chosen : undefined;
  const offers = DEVICE_ORDER.map((name) => ({
    piece: name,
    label: DEVICES[name].replace(/ receptacle$/, ''),
  }));
  return (
    <View className="gap-3">
      {bare && (
        <Notice title="No conductor is in the box yet">
          <Words tone="text-soft">
            A device takes its allowance from the largest conductor on it. Add a cable first, or say what
            lands on it:
          </Words>
          <View className="flex-row gap-2 pt-1">
            {SIZE_CHOICES.map((one) => (
              <Chip key={one} label={`${one} AWG`} on={one === chosen} onPress={() => setChosen(one)} />
            ))}
          </View>
        </Notice>
      )}
      {(!bare || chosen !== undefined) && (
        <Offers
          offers={offers}
          onAdd={(piece) =>
            onChange(
              addItem(box, { ...itemFrom(piece), ...(size === undefined ? {} : { size }) } as ReturnType<
                typeof itemFrom
              >).box,
            )
          }
        />
      )}
    </View>
  );
}
