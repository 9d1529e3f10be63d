/** The work of this station, from what every station is given. */
import type { StationProps } from '../station';
import { FixStation } from './FixStation';

export const fixView = ({ box, counted, edition, around, onBox, onFields }: StationProps) => (
  <FixStation
    box={box}
    counted={counted}
    edition={edition}
    around={around}
    onBox={onBox}
    onFields={onFields}
  />
);
