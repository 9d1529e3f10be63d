/** The work of this station, from what every station is given. */
import type { StationProps } from '../station';
import { CloseStation } from './CloseStation';

export const closeView = ({ box, edition, around, width, onFields }: StationProps) => (
  <CloseStation
    box={box}
    edition={edition}
    roles={around.roles}
    width={width}
    onClosing={(change) => onFields((now) => ({ seen: { ...now.seen, closing: change(now.seen.closing) } }))}
  />
);
