/** Safe: the box is made dead before hands go in. */
import ShieldCheck from 'lucide-react-native/icons/shield-check';
import type { StationPart } from '../station';
import { isSafe } from './steps';

export const safe: StationPart = {
  label: 'Safe',
  icon: ShieldCheck,
  shortcut: '1',
  band: true,
  adds: false,
  isDone: ({ box, job }) => isSafe(box, job.panel),
};
