/** Three lamps between the contacts of a receptacle, touched as they are lit on the tester in hand. */
import { type Pair, PAIRS } from '@dense-pack/core/box/closing';
import { Touch } from '../../parts/Touch';
import { Words } from '../../parts/Words';
import { View } from '../../parts/View';

type Lit = Readonly<Record<Pair, boolean>>;
export const NONE_LIT: Lit = { HN: false, HG: false, NG: false };

const PAIR_WORDS: Readonly<Record<Pair, string>> = {
  HN: 'hot to neutral',
  HG: 'hot to ground',
  NG: 'neutral to ground',
};

interface LampsProps {
  /** What they are read of. */
  readonly of: string;
  readonly lit: Lit;
  /** Each touch counts, however quick the next. */
  readonly onTouch: (pair: Pair) => void;
}

/** A lit lamp is full and rayed, a dark one is an empty ring: they differ without colour. */
export function Lamps({ of, lit, onTouch }: LampsProps) {
  return (
    <View className="flex-row gap-1" role="group" aria-label={`The three lamps: ${of}`}>
      {PAIRS.map((pair) => (
        <Touch
          key={pair}
          role="switch"
          aria-checked={lit[pair]}
          aria-label={`${pair}, ${PAIR_WORDS[pair]}: ${of}`}
          className="min-h-[64px] min-w-[56px] items-center justify-center rounded-card border border-line bg-sheet active:opacity-70"
          onPress={() => onTouch(pair)}
        >
          <View
            className={`h-[28px] w-[28px] items-center justify-center rounded-full border-[3px] border-ink ${lit[pair] ? 'bg-focus' : 'bg-sheet'}`}
          >
            {lit[pair] && <View className="h-[8px] w-[8px] rounded-full bg-ink" />}
          </View>
          <Words size="fine" strong={lit[pair]}>
            {pair}
          </Words>
        </Touch>
      ))}
    </View>
  );
}
