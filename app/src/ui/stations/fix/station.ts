/** Fix: what makes the box legal. */
import Hammer from 'lucide-react-native/icons/hammer';
import type { StationPart } from '../station';

export const fix: StationPart = {
  label: 'Fix',
  icon: Hammer,
  shortcut: '6',
  band: true,
  adds: false,
  isDone: ({ box, counted, certain }) => counted.verdict === 'legal' && certain && box.seen.remedy.length > 0,
};
