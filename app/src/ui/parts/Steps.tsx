/** A measured amount by touch: a large and a small step either way, the amount as a tape shows it between them. */
import { Chip } from './Press';
import { Words } from './Words';
import { View } from './View';

interface StepsProps {
  readonly label: string;
  /** Undefined: not told yet; the first touch begins at `start`. */
  readonly value: number | undefined;
  readonly start: number;
  readonly least: number;
  readonly most: number;
  /** What a touch of the outer and of the inner buttons changes. */
  readonly large: number;
  readonly small: number;
  readonly show: (value: number) => string;
  /** How a step is written on its button. */
  readonly showStep?: (value: number) => string;
  readonly onChange: (value: number) => void;
}

/** Steps stay on a grid of four decimals: what is added and taken away again is the same. */
const onGrid = (value: number) => Math.round(value * 10_000) / 10_000;

export function Steps({
  label,
  value,
  start,
  least,
  most,
  large,
  small,
  show,
  showStep = String,
  onChange,
}: StepsProps) {
  const step = (by: number) => {
    const next = value === undefined ? start : onGrid(value + by);
    const off = value !== undefined && (next < least || next > most);
    return (
      <Chip
        key={by}
        label={`${by < 0 ? '−' : '+'}${showStep(Math.abs(by))}`}
        aria-label={`${showStep(Math.abs(by))} ${by < 0 ? 'less' : 'more'}: ${label}`}
        disabled={off}
        className={`px-2 ${off ? 'opacity-40' : ''}`}
        onPress={() => onChange(Math.min(most, Math.max(least, next)))}
      />
    );
  };
  return (
    <View className="gap-1" role="group" aria-label={label}>
      <Words size="fine" strong>
        {label}
      </Words>
      <View className="flex-row items-center gap-1">
        {[-large, -small].map(step)}
        <Words mono strong className="min-w-[72px] text-center" aria-live="polite">
          {value === undefined ? '—' : show(value)}
        </Words>
        {[small, large].map(step)}
      </View>
    </View>
  );
}
