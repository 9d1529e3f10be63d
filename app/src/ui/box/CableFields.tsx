/** Everything that can be said of a cable, as chips: for one that is brought in and one that is there. */
import type { ItemOf } from '@dense-pack/core/box/document';
import { dutyOf, roleOf } from '@dense-pack/core/box/work';
import { CABLE_MAKES, CABLE_ROLES, ENTRIES } from '@dense-pack/core/box/words';
import { SIZES } from '@dense-pack/core/edition/edition';
import { Choice, plainOptions } from '../parts/Choice';

/** Sizes cables and devices come in. */
export const CABLE_SIZES = SIZES.filter((size) => size <= 14).map((value) => ({
  value,
  label: String(value),
}));

type Cable = Pick<ItemOf<'cable'>, 'size' | 'conductors' | 'make' | 'ground'> &
  Partial<Pick<ItemOf<'cable'>, 'duty' | 'enters'>>;

interface CableFieldsProps {
  readonly cable: Cable;
  readonly onChange: (fields: Record<string, unknown>) => void;
}

export function CableFields({ cable, onChange }: CableFieldsProps) {
  return (
    <>
      <Choice
        title="What it does"
        options={plainOptions(Object.keys(CABLE_ROLES) as (keyof typeof CABLE_ROLES)[])}
        value={roleOf(cable.duty)}
        onChoose={(role) => onChange({ duty: role === undefined ? undefined : dutyOf(role) })}
      />
      <Choice
        title="Where it enters"
        options={plainOptions(ENTRIES)}
        value={cable.enters}
        onChoose={(enters) => onChange({ enters })}
      />
      <Choice
        title="Size, AWG"
        options={CABLE_SIZES}
        value={cable.size}
        always
        onChoose={(size) => onChange({ size })}
      />
      <Choice
        title="Insulated conductors"
        options={[1, 2, 3, 4].map((value) => ({ value, label: String(value) }))}
        value={cable.conductors}
        always
        onChoose={(conductors) => onChange({ conductors })}
      />
      <Choice
        title="Kind"
        options={CABLE_MAKES.map((value) => ({ value, label: value.toUpperCase() }))}
        value={cable.make}
        always
        onChoose={(make) => onChange({ make })}
      />
      <Choice
        title="Ground"
        options={[
          { value: true, label: 'With' },
          { value: false, label: 'Without' },
        ]}
        value={cable.ground}
        always
        onChoose={(ground) => onChange({ ground })}
      />
    </>
  );
}
