/** What the other editions answer, where they answer differently: the same box, another code. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { EDITIONS, editionOf } from '@dense-pack/core/edition/index';
import { showAmount, unitName } from '@dense-pack/core/fill/amount';
import { compareTallies } from '@dense-pack/core/fill/compare';
import { type Tally, tally } from '@dense-pack/core/fill/tally';
import { memo, useMemo, useState } from 'react';
import { Touch } from '../parts/Touch';
import { Words } from '../parts/Words';
import { VerdictLine } from './Verdict';
import { View } from '../parts/View';

interface OtherEditionsProps {
  readonly box: BoxDocument;
  readonly counted: Tally;
}

export const OtherEditions = memo(function OtherEditions({ box, counted }: OtherEditionsProps) {
  const [open, setOpen] = useState(false);
  const others = useMemo(
    () =>
      EDITIONS.filter((edition) => edition.id !== counted.edition)
        .map((edition) => tally(box, edition))
        .filter((other) => {
          const { lines, sameUnit, sameVerdict } = compareTallies(counted, other);
          return !sameUnit || !sameVerdict || lines.length > 0 || other.capacity !== counted.capacity;
        }),
    [box, counted],
  );
  if (box.items.length === 0) return null;
  const verdicts = others.filter((other) => other.verdict !== counted.verdict).length;
  return (
    <View className="rounded-card border border-hair bg-sheet">
      <Touch
        role="switch"
        aria-checked={open}
        aria-label="Show what other editions answer"
        onPress={() => setOpen(!open)}
        className="min-h-thumb flex-row items-center gap-3 px-3 py-2"
      >
        <View
          className={`h-5 w-[44px] justify-center rounded-full border border-line px-1 ${open ? 'items-end bg-action' : 'items-start bg-sunk'}`}
        >
          <View className={`h-4 w-4 rounded-full ${open ? 'bg-on-action' : 'bg-ink'}`} />
        </View>
        <View className="min-w-0 flex-1">
          <Words strong>Other editions</Words>
          <Words size="fine" tone={verdicts > 0 ? 'text-unknown' : 'text-soft'} testID="other-editions">
            {verdicts > 0
              ? `${verdicts} of them ${verdicts === 1 ? 'gives' : 'give'} another verdict`
              : others.length > 0
                ? 'same verdict, other figures'
                : 'all count the same'}
          </Words>
        </View>
      </Touch>
      {open &&
        others.map((other) => (
          <View key={other.edition} className="gap-1 border-t border-hair px-3 py-2" testID="other-edition">
            <Words strong>{editionOf(other.edition).name}</Words>
            <VerdictLine
              box={box}
              counted={other}
              more={`fill ${showAmount(other.fill, other.unit)} ${unitName(other.unit)}`}
            />
            <Differences counted={counted} other={other} />
          </View>
        ))}
    </View>
  );
});

function Differences({ counted, other }: { readonly counted: Tally; readonly other: Tally }) {
  const { lines, sameUnit } = compareTallies(counted, other);
  if (!sameUnit) {
    return (
      <Words size="fine" tone="text-soft">
        {`Counted in ${unitName(other.unit)}: not comparable line by line.`}
      </Words>
    );
  }
  return lines.map(({ topic, before, after }, nth) => (
    <Words key={`${topic}${nth}`} size="fine" tone="text-soft">
      {`${(after ?? before)?.what ?? topic}: ${before ? showAmount(before.total, counted.unit) : 'not counted'} here, ${after ? showAmount(after.total, other.unit) : 'not counted'} there`}
    </Words>
  ));
}
