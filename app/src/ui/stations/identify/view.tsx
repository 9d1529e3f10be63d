/** The work of this station, from what every station is given. */
import type { StationProps } from '../station';
import { IdentifyStation } from './IdentifyStation';

export const identifyView = ({ box, onBox, onFields }: StationProps) => (
  <IdentifyStation
    box={box}
    onBox={onBox}
    onSeen={(change) => onFields((now) => ({ seen: change(now.seen) }))}
  />
);
