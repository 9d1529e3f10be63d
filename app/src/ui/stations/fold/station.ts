/** Fold: whether everything finds its place, where, and in which order. */
import Layers from 'lucide-react-native/icons/layers';
import type { StationPart } from '../station';

export const fold: StationPart = {
  label: 'Fold',
  icon: Layers,
  shortcut: 'f',
  band: true,
  adds: false,
  // Looked at, not done: the box tells whether it closes.
  isDone: () => false,
};
