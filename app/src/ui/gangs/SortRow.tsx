/** A row whose parts are put in another order: by buttons where nothing can be dragged. See SortRow.web.tsx. */
import type { ReactNode } from 'react';
import { Touch } from '../parts/Touch';
import { View } from '../parts/View';

export interface SortRowProps {
  readonly ids: readonly string[];
  readonly nameOf: (id: string) => string;
  /** Called with the part and the place it is put at, from 0. */
  readonly onMove: (id: string, at: number) => void;
  readonly picked: string | undefined;
  readonly onPick: (id: string) => void;
  readonly children: (id: string) => ReactNode;
}

export const SortRow = ({ ids, nameOf, picked, onPick, children }: SortRowProps) => (
  <View className="flex-row gap-1">
    {ids.map((id) => (
      <Touch
        key={id}
        aria-label={nameOf(id)}
        aria-pressed={id === picked}
        className="min-w-0 flex-1"
        onPress={() => onPick(id)}
      >
        {children(id)}
      </Touch>
    ))}
  </View>
);
