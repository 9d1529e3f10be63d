/** Cut in: where the opening goes, how big, what it hits. */
import Scan from 'lucide-react-native/icons/scan';
import type { StationPart } from '../station';

export const cutIn: StationPart = {
  label: 'Cut in',
  icon: Scan,
  shortcut: '7',
  band: true,
  adds: false,
  isDone: ({ box }) => box.seen.hole !== undefined,
};
