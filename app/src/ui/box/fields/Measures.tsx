/** Lengths and volumes of the document by touch: inches in eighths, cubic inches in steps of 0.05, whole mL. */
import { lengthIn } from '@dense-pack/core/box/stored-quantities';
import { inches, NM_PER_INCH, showInches } from '@dense-pack/core/quantity/length';
import { printVolume, readVolume, type VolumeUnit } from '@dense-pack/core/quantity/volume';
import { Steps } from '../../parts/Steps';

interface AmountProps {
  readonly label: string;
  /** The text of the document; undefined where it is not told. */
  readonly value: string | undefined;
  readonly start: number;
  readonly least?: number;
  readonly most: number;
  readonly onChange: (text: string) => void;
}

/** A length, kept as `2.875 in`. */
export const LengthSteps = ({ value, least = 0.125, ...rest }: AmountProps) => (
  <Steps
    {...rest}
    value={value === undefined ? undefined : value === '0 in' ? 0 : lengthIn(value) / NM_PER_INCH}
    least={least}
    large={1}
    small={0.125}
    show={(amount) => showInches(inches(amount))}
    showStep={(amount) => (amount === 0.125 ? '¹⁄₈' : String(amount))}
    onChange={(amount) => rest.onChange(`${amount} in`)}
  />
);

interface VolumeProps extends AmountProps {
  /** What a volume that is not told yet is told in; one that is keeps its own. */
  readonly unit?: VolumeUnit;
}

/** A volume, kept as `20.25 in3` or `295 ml`. */
export function VolumeSteps({ value, unit = 'in3', start, most, ...rest }: VolumeProps) {
  const written = value === undefined ? undefined : readVolume(value);
  const metric = (written?.unit ?? unit) === 'ml';
  return (
    <Steps
      {...rest}
      value={written && Number(printVolume(written.volume, written.unit))}
      start={metric ? Math.round(start * 16.4) : start}
      least={metric ? 1 : 0.05}
      most={metric ? most * 16 : most}
      large={metric ? 10 : 1}
      small={metric ? 1 : 0.05}
      show={(amount) => (metric ? `${amount} mL` : amount.toFixed(2))}
      onChange={(amount) => rest.onChange(`${amount} ${metric ? 'ml' : 'in3'}`)}
    />
  );
}
