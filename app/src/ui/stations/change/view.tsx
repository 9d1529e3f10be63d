/** The work of this station, from what every station is given. */
import type { StationProps } from '../station';
import { ChangeStation } from './ChangeStation';

export const changeView = ({ box, counted, edition, width, onFields }: StationProps) => (
  <ChangeStation box={box} counted={counted} edition={edition} width={width} onChange={onFields} />
);
