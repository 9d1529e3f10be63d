/** The work of this station, from what every station is given. */
import type { StationProps } from '../station';
import { FoldStation } from './FoldStation';

export const foldView = ({ box, edition, around, width, onBox }: StationProps) => (
  <FoldStation box={box} edition={edition} roles={around.roles} width={width} onBox={onBox} />
);
