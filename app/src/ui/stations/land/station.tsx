/** Land: what lands on which terminal. */
import PlugZap from 'lucide-react-native/icons/plug-zap';
import type { StationPart } from '../station';
import { LandStation } from './LandStation';

export const land: StationPart = {
  label: 'Land',
  icon: PlugZap,
  shortcut: '7',
  band: true,
  isDone: ({ made }) => made.landed,
  View: ({ box, edition, onBox }) => <LandStation box={box} edition={edition} onBox={onBox} />,
};
