/** Fix: what makes the box legal. */
import Hammer from 'lucide-react-native/icons/hammer';
import type { StationPart } from '../station';
import { FixStation } from './FixStation';

export const fix: StationPart = {
  label: 'Fix',
  icon: Hammer,
  shortcut: '5',
  band: false,
  isDone: ({ box, counted }) => counted.verdict === 'legal' && box.seen.remedy.length > 0,
  View: ({ box, counted, edition, onBox, onFields }) => (
    <FixStation box={box} counted={counted} edition={edition} onBox={onBox} onFields={onFields} />
  ),
};
