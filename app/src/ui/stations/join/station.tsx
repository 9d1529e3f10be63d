/** Join: what is spliced to what. */
import Merge from 'lucide-react-native/icons/merge';
import type { StationPart } from '../station';
import { JoinStation } from './JoinStation';

export const join: StationPart = {
  label: 'Join',
  icon: Merge,
  shortcut: '6',
  band: true,
  isDone: ({ made }) => made.joined,
  View: ({ box, edition, width, onBox }) => (
    <JoinStation box={box} edition={edition} width={width - 32} onBox={onBox} />
  ),
};
