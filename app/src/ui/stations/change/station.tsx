/** Change: what is planned beside what was found. */
import GitCompare from 'lucide-react-native/icons/git-compare';
import type { StationPart } from '../station';
import { ChangeStation } from './ChangeStation';

export const change: StationPart = {
  label: 'Change',
  icon: GitCompare,
  shortcut: '3',
  band: false,
  isDone: ({ box }) => box.stage === 'built',
  View: ({ box, counted, edition, width, onFields }) => (
    <ChangeStation box={box} counted={counted} edition={edition} width={width} onChange={onFields} />
  ),
};
