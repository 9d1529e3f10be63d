/** Rows of a long list. Where there is no page to measure, all of them. */
import type { ReactNode } from 'react';
import { View } from './View';

export interface VirtualRowsProps {
  readonly count: number;
  /** About how high a row is, in px. */
  readonly estimate: number;
  /** Space between rows, in px. */
  readonly gap: number;
  readonly keyOf: (nth: number) => string;
  readonly render: (nth: number) => ReactNode;
}

export function VirtualRows({ count, gap, keyOf, render }: VirtualRowsProps) {
  return (
    <View style={{ gap }}>
      {Array.from({ length: count }, (_, nth) => (
        <View key={keyOf(nth)}>{render(nth)}</View>
      ))}
    </View>
  );
}
