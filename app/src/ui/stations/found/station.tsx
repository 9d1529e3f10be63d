/** Found: what is seen at the open box. */
import ClipboardList from 'lucide-react-native/icons/clipboard-list';
import type { StationPart } from '../station';
import { FoundStation } from './FoundStation';

export const found: StationPart = {
  label: 'Found',
  icon: ClipboardList,
  shortcut: '2',
  band: false,
  isDone: ({ box }) => box.stage !== 'found',
  View: ({ box, job, onFields }) => <FoundStation box={box} job={job} onChange={onFields} />,
};
