/** What can be said of a device, of conductors of a raceway, of a ground alone and of a luminaire's wires. */
import { usualWidth } from '@dense-pack/core/box/edit';
import { DEVICES } from '@dense-pack/core/box/words';
import { Choice } from '../../parts/Choice';
import { LengthSteps } from './Measures';
import { type FieldsProps, SizeChoice } from './shared';

export const DeviceFields = ({ item, onChange }: FieldsProps<'device'>) => (
  <>
    <Choice
      title="Swap it for"
      options={(Object.keys(DEVICES) as (keyof typeof DEVICES)[]).map((value) => ({
        value,
        label: DEVICES[value].replace(/ receptacle$/, ''),
      }))}
      value={item.device}
      always
      onChoose={(device) => device && onChange({ device, depth: undefined, ...usualWidth(device) })}
    />
    <SizeChoice title="Largest conductor on it, AWG" value={item.size} onChange={onChange} open />
    <Choice
      title="Gangs it needs"
      options={[1, 2, 3, 4, 5, 6].map((value) => ({ value, label: String(value) }))}
      value={item.wideAssumed ? undefined : item.wide}
      always
      onChoose={(wide) => onChange({ wide, wideAssumed: undefined })}
    />
    <LengthSteps
      label="Depth behind the strap, in"
      value={item.depth}
      start={1.25}
      most={6}
      onChange={(depth) => onChange({ depth })}
    />
    <Choice
      title="Rating of a receptacle, A"
      options={([15, 20, 30, 50] as const).map((value) => ({ value, label: String(value) }))}
      value={item.amps}
      onChoose={(amps) => onChange({ amps })}
    />
  </>
);

export const RUNS = [
  { value: 'enters', label: 'Enters', detail: 'and ends here' },
  { value: 'through', label: 'Through', detail: 'unbroken' },
  { value: 'loop', label: 'Loop', detail: 'left long' },
] as const;

export const ConductorsFields = ({ item, onChange }: FieldsProps<'conductors'>) => (
  <>
    <SizeChoice value={item.size} onChange={onChange} />
    <Choice
      title="How they run"
      options={RUNS}
      value={item.run}
      always
      onChoose={(run) =>
        run &&
        onChange({
          run,
          loop: run === 'loop' ? (item.loop ?? '14 in') : undefined,
          ...(run === 'enters' ? {} : { duty: undefined }),
        })
      }
    />
    {item.loop !== undefined && (
      <LengthSteps
        label="Length in the box, in"
        value={item.loop}
        start={14}
        most={120}
        onChange={(loop) => onChange({ loop })}
      />
    )}
  </>
);

export const GroundFields = ({ item, onChange }: FieldsProps<'ground'>) => (
  <>
    <SizeChoice value={item.size} onChange={onChange} />
    <Choice
      title="Of which set"
      options={[
        { value: false, label: 'the equipment grounds' },
        { value: true, label: 'an isolated set' },
      ]}
      value={item.isolated}
      always
      onChoose={(isolated) => onChange({ isolated })}
    />
  </>
);

export const FixtureFields = ({ item, onChange }: FieldsProps<'fixture'>) => (
  <>
    <SizeChoice value={item.size} onChange={onChange} />
    <Choice
      title="Canopy"
      options={[
        { value: 'flat', label: 'flat' },
        { value: 'domed', label: 'domed' },
      ]}
      value={item.domed ? 'domed' : item.flat ? 'flat' : undefined}
      onChoose={(canopy) =>
        onChange({ domed: canopy === 'domed', flat: canopy === 'flat' ? true : undefined })
      }
    />
  </>
);
