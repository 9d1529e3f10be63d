/** Identify: which cable is what, by test and not by colour. */
import { inTheWall } from '@dense-pack/core/box/safety';
import ScanSearch from 'lucide-react-native/icons/scan-search';
import type { StationPart } from '../station';

export const identify: StationPart = {
  label: 'Identify',
  icon: ScanSearch,
  shortcut: '3',
  band: true,
  adds: false,
  isDone: ({ box }) => {
    const cables = inTheWall(box).items.filter(({ kind }) => kind === 'cable');
    return cables.length > 0 && cables.every((one) => one.kind === 'cable' && one.duty !== undefined);
  },
};
