/** Found: what is seen at the open box. */
import ClipboardList from 'lucide-react-native/icons/clipboard-list';
import type { StationPart } from '../station';

export const found: StationPart = {
  label: 'Found',
  icon: ClipboardList,
  shortcut: '2',
  band: true,
  adds: true,
  isDone: ({ box }) => box.stage !== 'found',
};
