/** Identify: which cable is what, by test and not by colour. */
import ScanSearch from 'lucide-react-native/icons/scan-search';
import type { StationPart } from '../station';

export const identify: StationPart = {
  label: 'Identify',
  icon: ScanSearch,
  shortcut: '3',
  band: true,
  adds: false,
  isDone: ({ box }) => {
    const cables = (box.found ?? box.box).items.filter(({ kind }) => kind === 'cable');
    return cables.length > 0 && cables.every((one) => one.kind === 'cable' && one.duty !== undefined);
  },
};
