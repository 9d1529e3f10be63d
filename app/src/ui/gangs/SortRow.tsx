/** A row whose parts are put in another order: by buttons where nothing can be dragged. See SortRow.web.tsx. */
import type { ReactNode } from 'react';
import { View } from 'react-native';

export interface SortRowProps {
  readonly ids: readonly string[];
  readonly nameOf: (id: string) => string;
  /** Called with the part and the place it is put at, from 0. */
  readonly onMove: (id: string, at: number) => void;
  readonly children: (id: string) => ReactNode;
}

export const SortRow = ({ ids, children }: SortRowProps) => (
  <View className="flex-row gap-1">{ids.map((id) => children(id))}</View>
);
