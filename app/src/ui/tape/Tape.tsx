/** The paper tape: every line of the count, what it adds up to, and what was left out. */
import { type Amount, showAmount, unitName } from '@dense-pack/core/fill/amount';
import { editionOf } from '@dense-pack/core/edition/index';
import type { Tally, TallyLine } from '@dense-pack/core/fill/tally';
import { Fold } from '../parts/Fold';
import { Touch } from '../parts/Touch';
import { Words } from '../parts/Words';
import { usePreferences } from '../theme/preferences';
import { View } from '../parts/View';

interface TapeProps {
  readonly counted: Tally;
  /** The line that is open, of those the person or the vessel chose. */
  readonly open: number | undefined;
  readonly onOpen: (line: number | undefined) => void;
}

export function Tape({ counted, open, onOpen }: TapeProps) {
  const edition = editionOf(counted.edition);
  return (
    <View className="rounded-card border border-hair bg-sheet" role="region" aria-label="Count">
      <View className="flex-row items-baseline justify-between border-b border-hair px-3 py-2">
        <Words heading={2} strong>
          {`Count by ${edition.name}`}
        </Words>
        <Words size="fine" tone="text-soft">
          {unitName(counted.unit)}
        </Words>
      </View>
      {counted.lines.length === 0 && (
        <Words tone="text-soft" className="px-3 py-3">
          Nothing is in the box yet. Add a cable.
        </Words>
      )}
      {counted.lines.map((line, nth) => (
        <Line
          key={`${line.topic}${line.size}${line.space}${nth}`}
          line={line}
          counted={counted}
          open={open === nth}
          onPress={() => onOpen(open === nth ? undefined : nth)}
        />
      ))}
      <Sum label="Fill" value={counted.fill} counted={counted} strong />
      {counted.volumeParts.map((part, nth) => (
        <View key={nth} className="flex-row justify-between px-3 py-1">
          <Words tone="text-soft" className="flex-1">
            {`${part.what.charAt(0).toUpperCase()}${part.what.slice(1)}, ${part.section}`}
          </Words>
          <Words mono>
            {part.volume === null || counted.unit === 'conductors'
              ? '—'
              : showAmount(part.volume as number as Amount, counted.unit)}
          </Words>
        </View>
      ))}
      {counted.capacity !== null && <Sum label="Box" value={counted.capacity} counted={counted} />}
      {counted.margin !== null && (
        <Sum
          label={counted.margin < 0 ? 'Over by' : 'Left'}
          value={Math.abs(counted.margin) as Amount}
          counted={counted}
          strong
        />
      )}
      {counted.notCounted.length > 0 && (
        <Fold title={`Not counted (${counted.notCounted.length})`} bare>
          {counted.notCounted.map((one, nth) => (
            <View key={nth} className="border-t border-hair px-3 py-2">
              <Words>{one.what.charAt(0).toUpperCase() + one.what.slice(1)}</Words>
              <Words size="fine" tone="text-soft">{`${one.reason} ${one.section}`}</Words>
            </View>
          ))}
        </Fold>
      )}
    </View>
  );
}

/** The same amount in the other unit, where the person asked for both. */
function Metric({ value, counted }: { readonly value: Amount; readonly counted: Tally }) {
  const { metric } = usePreferences();
  if (!metric || counted.unit === 'conductors') return null;
  const other = counted.unit === 'in3' ? 'ml' : 'in3';
  return (
    <Words mono size="fine" tone="text-soft">
      {`${showAmount(value, other)} ${unitName(other)}`}
    </Words>
  );
}

interface SumProps {
  readonly label: string;
  readonly value: Amount;
  readonly counted: Tally;
  readonly strong?: boolean;
}

function Sum({ label, value, counted, strong = false }: SumProps) {
  return (
    <View className="flex-row justify-between border-t border-hair px-3 py-2">
      <Words strong={strong}>{label}</Words>
      <View className="items-end">
        <Words mono strong={strong} testID={`sum-${label}`}>
          {showAmount(value, counted.unit)}
        </Words>
        <Metric value={value} counted={counted} />
      </View>
    </View>
  );
}

interface LineProps {
  readonly line: TallyLine;
  readonly counted: Tally;
  readonly open: boolean;
  readonly onPress: () => void;
}

function Line({ line, counted, open, onPress }: LineProps) {
  const each = showAmount(line.each, counted.unit);
  return (
    <Touch
      aria-expanded={open}
      onPress={onPress}
      testID="tape-line"
      className={`min-h-thumb border-t border-hair px-3 py-2 ${open ? 'bg-sunk' : ''}`}
    >
      <View className="flex-row items-center gap-2">
        <View className="min-w-0 flex-1">
          <Words>{line.what.charAt(0).toUpperCase() + line.what.slice(1)}</Words>
          <Words size="fine" tone="text-soft">
            {line.space === undefined ? line.section : `${line.section}, space ${line.space}`}
          </Words>
        </View>
        <Words mono size="fine" tone="text-soft">
          {`${line.count} × ${each}`}
        </Words>
        <View className="min-w-[64px] items-end">
          <Words mono strong>
            {showAmount(line.total, counted.unit)}
          </Words>
          <Metric value={line.total} counted={counted} />
        </View>
      </View>
      {open && <Words className="pt-1">{line.why}</Words>}
    </Touch>
  );
}
