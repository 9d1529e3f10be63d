/** What can be said of clamps, fittings, blocks, connectors, pigtails, added volume and a barrier. */
import type { ItemOf } from '@dense-pack/core/box/document';
import { ADDED_PARTS, FITTINGS, MATERIALS } from '@dense-pack/core/box/words';
import { Choice, plainOptions, wordOptions } from '../../parts/Choice';
import { VolumeSteps } from './Measures';
import { type ChangeItem, type FieldsProps, SizeChoice } from './shared';

/** Standard boxes an extension is commonly made as. */
export const EXTENSIONS = ['4sq-1.5', '4sq-2.125', 'oct-1.5', '411sq-1.5'];

export const ClampsFields = ({ item, onChange }: FieldsProps<'clamps'>) => (
  <Choice
    title="How they hold"
    options={[
      { value: 'grip' as const, label: 'gripping clamps' },
      { value: 'flap' as const, label: 'push-in flaps' },
    ]}
    value={item.hold}
    always
    onChoose={(hold) => onChange({ hold })}
  />
);

export const FittingFields = ({ item, onChange }: FieldsProps<'fitting'>) => (
  <Choice
    title="What it is"
    options={plainOptions(FITTINGS)}
    value={item.fitting}
    always
    onChoose={(fitting) => onChange({ fitting })}
  />
);

export const TerminalFields = ({ item, onChange }: FieldsProps<'terminal'>) => (
  <SizeChoice title="Largest conductor on it, AWG" value={item.size} onChange={onChange} />
);

export const ConnectorsFields = ({ item, onChange }: FieldsProps<'connectors'>) => (
  <SizeChoice title="Largest conductor under them, AWG" value={item.size} onChange={onChange} open />
);

export const PigtailsFields = ({ item, onChange }: FieldsProps<'pigtails'>) => (
  <SizeChoice value={item.size} onChange={onChange} />
);

export const AddedFields = ({ item, edition, onChange }: FieldsProps<'added'>) => (
  <>
    <Choice
      title="What it is"
      options={wordOptions(ADDED_PARTS)}
      value={item.part}
      always
      onChoose={(part) => onChange({ part, ...(part === 'ext' ? {} : { box: undefined }) })}
    />
    <Choice
      title="Its volume"
      options={[
        { value: 'marked' as const, label: 'marked on it' },
        { value: 'none' as const, label: 'unmarked' },
        ...(item.part === 'ext'
          ? edition.boxes.value
              .filter(({ code }) => EXTENSIONS.includes(code) || code === item.box)
              .map(({ code, trade }) => ({ value: code, label: trade }))
          : []),
      ]}
      value={item.box ?? (item.volume === undefined ? 'none' : 'marked')}
      always
      onChoose={(how) =>
        onChange(
          how === 'marked'
            ? { volume: item.volume ?? '8 in3', box: undefined }
            : how === 'none'
              ? { volume: undefined, box: undefined }
              : { volume: undefined, box: how },
        )
      }
    />
    {item.volume !== undefined && (
      <VolumeSteps
        label="Volume marked on it, in³"
        value={item.volume}
        start={8}
        most={100}
        onChange={(volume) => onChange({ volume })}
      />
    )}
  </>
);

export const BarrierFields = ({ item, onChange }: FieldsProps<'barrier'>) => (
  <>
    <Choice
      title="Made of"
      options={plainOptions(MATERIALS)}
      value={item.material}
      always
      onChoose={(material) => onChange({ material })}
    />
    <Spaces item={item} onChange={onChange} />
  </>
);

/** The volumes on both sides of a barrier, where they are marked; otherwise each is half. */
function Spaces({ item, onChange }: { readonly item: ItemOf<'barrier'>; readonly onChange: ChangeItem }) {
  const { spaces } = item;
  return (
    <>
      <Choice
        title="Its two spaces"
        options={[
          { value: false, label: 'halves' },
          { value: true, label: 'marked' },
        ]}
        value={spaces !== undefined}
        always
        onChoose={(marked) => onChange({ spaces: marked ? (spaces ?? ['12 in3', '12 in3']) : undefined })}
      />
      {spaces && (
        <>
          <VolumeSteps
            label="Space a, in³"
            value={spaces[0]}
            start={12}
            most={200}
            onChange={(a) => onChange({ spaces: [a, spaces[1]] })}
          />
          <VolumeSteps
            label="Space b, in³"
            value={spaces[1]}
            start={12}
            most={200}
            onChange={(b) => onChange({ spaces: [spaces[0], b] })}
          />
        </>
      )}
    </>
  );
}
