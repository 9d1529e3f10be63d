/** The work of this station, from what every station is given. */
import type { StationProps } from '../station';
import { LandStation } from './LandStation';

export const landView = ({ box, job, edition, around, onBoth }: StationProps) => (
  <LandStation box={box} edition={edition} roles={around.roles} panel={job.panel} onBoth={onBoth} />
);
