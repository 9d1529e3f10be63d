/** Close: everything that must be tested, its answers, and what is wrong where one is not as it should be. */
import { outcomeOf } from '@dense-pack/core/box/closing';
import ClipboardCheck from 'lucide-react-native/icons/clipboard-check';
import type { StationPart } from '../station';

export const close: StationPart = {
  label: 'Close',
  icon: ClipboardCheck,
  shortcut: '0',
  band: true,
  adds: false,
  isDone: ({ box }) => outcomeOf(box.box, box.seen.closing) === 'passed',
};
