/** The stations in the order of the work, each with a sign of what is still open. */
import Check from 'lucide-react-native/icons/check';
import { View } from 'react-native';
import { Touch } from '../parts/Touch';
import { type Station, STATION_NAMES, STATIONS } from '../stations';
import { Words } from '../parts/Words';
import { useColours } from '../theme/theme';

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
      {STATION_NAMES.map((name) => {
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
