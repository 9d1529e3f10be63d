/** Everything that can be said of a cable, as chips: for one that is brought in and one that is there. */
import type { ItemOf } from '@dense-pack/core/box/document';
import { dutyOf, roleOf } from '@dense-pack/core/box/work';
import { CABLE_MAKES, CABLE_ROLES, ENTRIES } from '@dense-pack/core/box/words';
import { Choice, plainOptions } from '../parts/Choice';
import { AWG, SizeChoice } from './fields/shared';

type Cable = Pick<ItemOf<'cable'>, 'size' | 'conductors' | 'make' | 'ground'> &
  Partial<Pick<ItemOf<'cable'>, 'duty' | 'enters' | 'groundSize' | 'old'>>;

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
      <SizeChoice value={cable.size} onChange={onChange} />
      <Choice
        title="Insulated conductors"
        options={[1, 2, 3, 4, 5, 6, 7, 8].map((value) => ({ value, label: String(value) }))}
        value={cable.conductors}
        always
        onChoose={(conductors) => onChange({ conductors })}
      />
      <Choice
        title="Kind"
        options={CABLE_MAKES.map((value) => ({ value, label: value.toUpperCase() }))}
        value={cable.make}
        always
        onChoose={(make) => onChange({ make, ...(make === 'ac' ? { groundSize: undefined } : {}) })}
      />
      <Choice
        title="Ground"
        options={[
          { value: 'with', label: 'With' },
          { value: 'without', label: 'Without' },
          { value: 'old', label: 'Old, not looked at' },
        ]}
        value={!cable.ground ? 'without' : cable.old ? 'old' : 'with'}
        always
        onChoose={(ground) =>
          onChange({
            ground: ground !== 'without',
            old: ground === 'old' ? true : undefined,
            ...(ground === 'without' ? { groundSize: undefined } : {}),
          })
        }
      />
      {cable.ground && cable.make !== 'ac' && (
        <Choice
          title="Size of its ground, AWG"
          options={[{ value: 0, label: 'as its conductors' }, ...AWG]}
          value={cable.groundSize ?? 0}
          always
          onChoose={(size) => onChange({ groundSize: size === 0 ? undefined : size })}
        />
      )}
    </>
  );
}
