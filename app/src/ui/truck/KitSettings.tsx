/** How remedies are weighed and what the working estimate assumes: every figure is the person’s to change. */
import { type Kit, KitAssumptions, KitWeights } from '@dense-pack/core/parts/kit';
import { Fold } from '../parts/Fold';
import { Button, Stepper } from '../parts/Press';
import { Words } from '../parts/Words';
import { setKit, useKit } from './kit';
import { View } from '../parts/View';

interface Figure<K extends string> {
  readonly key: K;
  readonly label: string;
  readonly step: number;
  readonly least: number;
  readonly most: number;
}

const WEIGHTS: readonly Figure<keyof Kit['weights']>[] = [
  { key: 'spare', label: 'Spare allowances wanted', step: 1, least: 0, most: 10 },
  { key: 'minutes', label: 'A minute of work', step: 1, least: 0, most: 100 },
  { key: 'parts', label: 'The price of a small box', step: 1, least: 0, most: 100 },
  { key: 'damage', label: 'A step of wall damage', step: 2, least: 0, most: 500 },
  { key: 'missing', label: 'A spare allowance missing', step: 2, least: 0, most: 100 },
];

const ASSUMPTIONS: readonly Figure<keyof Kit['assumptions']>[] = [
  { key: 'conductor', label: 'Conductor in the box, in', step: 1, least: 3, most: 24 },
  { key: 'connector', label: 'A connector, in³', step: 0.05, least: 0, most: 3 },
  { key: 'snug', label: 'Snug below, % free', step: 5, least: 1, most: 99 },
  { key: 'tight', label: 'Tight below, % free', step: 5, least: 1, most: 99 },
  { key: 'deep', label: 'A device is deep from, in', step: 0.125, least: 0.5, most: 4 },
];

interface RowsProps<K extends string> {
  readonly figures: readonly Figure<K>[];
  readonly values: Readonly<Record<K, number>>;
  readonly onChange: (key: K, value: number) => void;
}

/** Figures with their steppers. */
export function Rows<K extends string>({ figures, values, onChange }: RowsProps<K>) {
  return figures.map(({ key, label, step, least, most }) => (
    <View key={key} className="flex-row flex-wrap items-center gap-2">
      <Words className="min-w-[140px] flex-1">{label}</Words>
      <Stepper
        label={label}
        value={values[key]}
        step={step}
        least={least}
        most={most}
        onChange={(value) => onChange(key, value)}
      />
    </View>
  ));
}

export function KitSettings() {
  const { weights, assumptions } = useKit();
  return (
    <>
      <Fold title="How remedies are weighed">
        <View className="gap-2 border-t border-hair p-3">
          <Words size="fine" tone="text-soft">
            Common practice, no source. They only rank the ways; no verdict depends on them.
          </Words>
          <Rows
            figures={WEIGHTS}
            values={weights}
            onChange={(key, value) => setKit({ weights: { ...weights, [key]: value } })}
          />
          <Button label="Weights as they came" onPress={() => setKit({ weights: KitWeights.parse({}) })} />
        </View>
      </Fold>
      <Fold title="What “roomy” assumes">
        <View className="gap-2 border-t border-hair p-3">
          <Words size="fine" tone="text-soft">
            The second answer is an estimate of real sizes. It never changes whether a box is legal.
          </Words>
          <Rows
            figures={ASSUMPTIONS}
            values={assumptions}
            onChange={(key, value) => setKit({ assumptions: { ...assumptions, [key]: value } })}
          />
          <Button
            label="Assumptions as they came"
            onPress={() => setKit({ assumptions: KitAssumptions.parse({}) })}
          />
        </View>
      </Fold>
    </>
  );
}
