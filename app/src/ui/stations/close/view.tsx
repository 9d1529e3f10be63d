/** The work of this station, from what every station is given. */
import type { StationProps } from '../station';
import { CloseStation } from './CloseStation';

export const closeView = ({ box, edition, around, width, onBoth, onFields }: StationProps) => (
  <CloseStation
    box={box}
    edition={edition}
    around={around}
    width={width}
    onBoth={onBoth}
    onClosing={(change) => onFields((now) => ({ seen: { ...now.seen, closing: change(now.seen.closing) } }))}
  />
);
