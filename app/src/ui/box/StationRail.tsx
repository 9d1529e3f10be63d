/** The stations in the order of the work, each with a sign of what is still open. */
import type { LucideIcon } from 'lucide-react-native';
import Check from 'lucide-react-native/icons/check';
import ClipboardList from 'lucide-react-native/icons/clipboard-list';
import GitCompare from 'lucide-react-native/icons/git-compare';
import Hammer from 'lucide-react-native/icons/hammer';
import Merge from 'lucide-react-native/icons/merge';
import PlugZap from 'lucide-react-native/icons/plug-zap';
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
  join: { label: 'Join', icon: Merge },
  land: { label: 'Land', icon: PlugZap },
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
            className={`min-h-thumb min-w-0 items-center justify-center active:opacity-60 ${upright ? 'flex-row gap-1 px-2' : 'grow basis-[3rem] border-b-4'} ${on ? 'border-action' : 'border-transparent'} ${on && upright ? 'bg-sunk' : ''}`}
          >
            {upright && <Icon size={16} color={colour} aria-hidden />}
            {!upright && (
              // What is done is ticked over its name: seven names fill the row.
              <View className="h-3">
                {closed && <Check size={12} color={colours.legal} strokeWidth={5} aria-hidden />}
              </View>
            )}
            <Words
              size={upright ? 'body' : 'fine'}
              strong={on || !upright}
              tone={on ? 'text-action' : 'text-ink'}
              numberOfLines={1}
            >
              {label}
            </Words>
            {upright && closed && <Check size={14} color={colours.legal} strokeWidth={4} aria-hidden />}
          </Touch>
        );
      })}
    </View>
  );
}
