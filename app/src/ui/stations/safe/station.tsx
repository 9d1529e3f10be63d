/** Safe: the box is made dead before hands go in. */
import ShieldCheck from 'lucide-react-native/icons/shield-check';
import type { StationPart } from '../station';
import { isSafe, SafeStation } from './SafeStation';

export const safe: StationPart = {
  label: 'Safe',
  icon: ShieldCheck,
  shortcut: '1',
  band: false,
  isDone: ({ box }) => isSafe(box.seen),
  View: ({ box, onFields }) => (
    <SafeStation seen={box.seen} onChange={(change) => onFields((now) => ({ seen: change(now.seen) }))} />
  ),
};
