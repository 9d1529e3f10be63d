/** The work of this station, from what every station is given. */
import type { StationProps } from '../station';
import { SafeStation } from './SafeStation';

export const safeView = ({ box, job, onFields }: StationProps) => (
  <SafeStation box={box} job={job} onChange={onFields} />
);
