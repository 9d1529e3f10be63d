/** The stations in the order of the work, each with a sign of what is still open. */
import type { LucideIcon } from 'lucide-react-native';
import Check from 'lucide-react-native/icons/check';
import ClipboardList from 'lucide-react-native/icons/clipboard-list';
import GitCompare from 'lucide-react-native/icons/git-compare';
import Hammer from 'lucide-react-native/icons/hammer';
import ReceiptText from 'lucide-react-native/icons/receipt-text';
import ShieldCheck from 'lucide-react-native/icons/shield-check';
import { View } from 'react-native';
import { Touch } from '../parts/Touch';
import { Words } from '../parts/Words';
import { useColours } from '../theme/theme';

export const STATIONS = {
  safe: { label: 'Safe', icon: ShieldCheck },
  found: { label: 'Found', icon: ClipboardList },
  change: { label: 'Change', icon: GitCompare },
  count: { label: 'Count', icon: ReceiptText },
  fix: { label: 'Fix', icon: Hammer },
} as const satisfies Record<string, { label: string; icon: LucideIcon }>;
export type Station = keyof typeof STATIONS;

interface StationRailProps {
  readonly station: Station | undefined;
  /** Stations whose work is done. */
  readonly done: readonly Station[];
  readonly onChoose: (station: Station) => void;
  readonly upright?: boolean;
}

export function StationRail({ station, done, onChoose, upright = false }: StationRailProps) {
  const colours = useColours();
  return (
    <View
      role="tablist"
      aria-label="Stations of the work"
      aria-orientation={upright ? 'vertical' : 'horizontal'}
      className={upright ? 'w-[104px] bg-paper' : 'flex-row flex-wrap border-b border-hair bg-paper'}
    >
      {(Object.keys(STATIONS) as Station[]).map((name) => {
        const { label, icon: Icon } = STATIONS[name];
        const on = name === station;
        const closed = done.includes(name);
        const colour = on ? colours.action : colours.ink;
        return (
          <Touch
            key={name}
            role="tab"
            aria-selected={on}
            aria-label={closed ? `${label}, done` : label}
            onPress={() => onChoose(name)}
            className={`min-h-thumb min-w-0 flex-row items-center justify-center gap-1 active:opacity-60 ${upright ? 'px-2' : 'grow basis-[4.3rem] border-b-4'} ${on ? 'border-action' : 'border-transparent'} ${on && upright ? 'bg-sunk' : ''}`}
          >
            {upright && <Icon size={16} color={colour} aria-hidden />}
            <Words strong={on} tone={on ? 'text-action' : 'text-ink'} numberOfLines={1}>
              {label}
            </Words>
            {closed && <Check size={14} color={colours.legal} strokeWidth={4} aria-hidden />}
          </Touch>
        );
      })}
    </View>
  );
}
