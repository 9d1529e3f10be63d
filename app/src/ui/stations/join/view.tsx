/** The work of this station, from what every station is given. */
import type { StationProps } from '../station';
import { JoinStation } from './JoinStation';

export const joinView = ({ box, job, edition, around, width, onBox, onBoth }: StationProps) => (
  <JoinStation
    box={box}
    edition={edition}
    panel={job.panel}
    roles={around.roles}
    width={width - 32}
    onBox={onBox}
    onBoth={onBoth}
  />
);
