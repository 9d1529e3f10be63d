/** Change: what is planned beside what was found. */
import GitCompare from 'lucide-react-native/icons/git-compare';
import type { StationPart } from '../station';

export const change: StationPart = {
  label: 'Change',
  icon: GitCompare,
  shortcut: '4',
  band: true,
  adds: true,
  isDone: ({ box }) => box.stage === 'built',
};
