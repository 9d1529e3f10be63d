/** The boxes of a job as cards, as many to a row as the width takes; all rows alike, the last one too. */
import { VirtualRows } from '../parts/VirtualRows';
import type { Listed } from './box-list';
import { BoxCard } from './BoxCard';
import { View } from '../parts/View';

interface BoxGridProps {
  readonly list: readonly Listed[];
  /** Width the cards have, in px, and how much larger than usual the text is. */
  readonly width: number;
  readonly text: number;
}

const CARD = 160;
const GAP = 12;
/** About how high a card is at the usual size of text. */
const HEIGHT = 236;

export function BoxGrid({ list, width, text }: BoxGridProps) {
  const columns = Math.max(1, Math.floor((width + GAP) / (CARD * Math.max(1, text / 125) + GAP)));
  const rows = Math.ceil(list.length / columns);
  return (
    <VirtualRows
      count={rows}
      estimate={HEIGHT * (text / 100)}
      gap={GAP}
      keyOf={(nth) => list[nth * columns]?.box.id ?? String(nth)}
      render={(nth) => (
        <View className="flex-row items-stretch gap-3">
          {Array.from({ length: columns }, (_, at) => {
            const one = list[nth * columns + at];
            return (
              <View key={one?.box.id ?? at} className="min-w-0 flex-1">
                {one && <BoxCard listed={one} />}
              </View>
            );
          })}
        </View>
      )}
    />
  );
}
