/** What the cables and raceway conductors of a box are called: by label or size; like ones are numbered. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { numbered } from '@dense-pack/core/physical/pieces';

export interface PieceName {
  readonly id: string;
  readonly name: string;
}

export function pieceNames({ items }: BoxDocument): readonly PieceName[] {
  const pieces = items.filter((item) => item.kind === 'cable' || item.kind === 'conductors');
  const names = numbered(
    pieces.map((item) =>
      item.kind === 'cable'
        ? (item.label ?? `${item.size}/${item.conductors}`)
        : (item.label ?? `raceway ${item.size} AWG`),
    ),
  );
  return pieces.map(({ id }, nth) => ({ id, name: names[nth] ?? '' }));
}
