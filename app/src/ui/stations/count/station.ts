/** Count: the fill, line by line. */
import ReceiptText from 'lucide-react-native/icons/receipt-text';
import type { StationPart } from '../station';

export const count: StationPart = {
  label: 'Count',
  icon: ReceiptText,
  shortcut: '5',
  band: false,
  adds: true,
  isDone: ({ box, counted, certain }) => counted.verdict === 'legal' && certain && box.box.items.length > 0,
};
