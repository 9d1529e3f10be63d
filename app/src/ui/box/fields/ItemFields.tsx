/** Everything that can be said of a piece by touch, by its kind: what the count line can say, a touch can. */
import type { Item } from '@dense-pack/core/box/document';
import { SIDES } from '@dense-pack/core/box/words';
import type { Edition } from '@dense-pack/core/edition/edition';
import type { ComponentType } from 'react';
import { Choice, plainOptions } from '../../parts/Choice';
import { CableFields } from '../CableFields';
import {
  AddedFields,
  BarrierFields,
  ClampsFields,
  ConnectorsFields,
  FittingFields,
  PigtailsFields,
  TerminalFields,
} from './HardwareFields';
import { ConductorsFields, DeviceFields, FixtureFields, GroundFields } from './PieceFields';
import type { ChangeItem, FieldsProps } from './shared';

/** The fields of each kind. */
const FIELDS: { readonly [K in Item['kind']]: ComponentType<FieldsProps<K>> } = {
  cable: ({ item, onChange }) => <CableFields cable={item} onChange={onChange} />,
  device: DeviceFields,
  conductors: ConductorsFields,
  ground: GroundFields,
  clamps: ClampsFields,
  fitting: FittingFields,
  terminal: TerminalFields,
  fixture: FixtureFields,
  connectors: ConnectorsFields,
  pigtails: PigtailsFields,
  added: AddedFields,
  barrier: BarrierFields,
};

interface ItemFieldsProps {
  readonly item: Item;
  readonly edition: Edition;
  /** A barrier parts the box: its pieces stand in one space or the other. */
  readonly parted: boolean;
  readonly onChange: ChangeItem;
}

export function ItemFields({ item, edition, parted, onChange }: ItemFieldsProps) {
  // Each kind has its own fields; the table is exhaustive by its type.
  const Fields = FIELDS[item.kind] as ComponentType<FieldsProps<Item['kind']>>;
  return (
    <>
      <Fields item={item} edition={edition} onChange={onChange} />
      {parted && item.kind !== 'barrier' && item.kind !== 'added' && (
        <Choice
          title="Which space of the barrier"
          options={plainOptions(SIDES)}
          value={item.side}
          onChoose={(side) => onChange({ side })}
        />
      )}
    </>
  );
}

/** Whether a piece of this kind may carry a label. */
export const takesLabel = ({ kind }: Item) =>
  kind === 'cable' || kind === 'device' || kind === 'fixture' || kind === 'conductors' || kind === 'ground';
