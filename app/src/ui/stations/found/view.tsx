/** The work of this station, from what every station is given. */
import type { StationProps } from '../station';
import { FoundStation } from './FoundStation';

export const foundView = ({ box, job, counted, edition, around, onFields }: StationProps) => (
  <FoundStation box={box} job={job} counted={counted} edition={edition} around={around} onChange={onFields} />
);
