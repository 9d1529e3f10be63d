/** Join: what is spliced to what. */
import Merge from 'lucide-react-native/icons/merge';
import type { StationPart } from '../station';

export const join: StationPart = {
  label: 'Join',
  icon: Merge,
  shortcut: '8',
  band: true,
  adds: false,
  isDone: ({ made }) => made.joined,
};
