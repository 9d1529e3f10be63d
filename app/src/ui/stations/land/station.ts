/** Land: what lands on which terminal. */
import PlugZap from 'lucide-react-native/icons/plug-zap';
import type { StationPart } from '../station';

export const land: StationPart = {
  label: 'Land',
  icon: PlugZap,
  shortcut: '9',
  band: true,
  adds: false,
  isDone: ({ made }) => made.landed,
};
