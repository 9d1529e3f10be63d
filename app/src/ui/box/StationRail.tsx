/** The stations in the order of the work, each with a sign of what is still open. */
import Check from 'lucide-react-native/icons/check';
import { useCallback, useEffect, useRef } from 'react';
import { ScrollView, useWindowDimensions, View } from 'react-native';
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
  const scroller = useRef<ScrollView>(null);
  const places = useRef<Partial<Record<Station, { readonly x: number; readonly width: number }>>>({});
  const { width } = useWindowDimensions();
  // The open one stands in the middle, so that its neighbours can be seen and touched.
  const bring = useCallback(
    (name: Station) => {
      const at = places.current[name];
      if (at) scroller.current?.scrollTo({ x: at.x + at.width / 2 - width / 2, animated: false });
    },
    [width],
  );
  useEffect(() => {
    if (station !== undefined) bring(station);
  }, [station, bring]);
  const tabs = STATION_NAMES.map((name) => (
    <Tab
      key={name}
      name={name}
      on={name === station}
      closed={done.includes(name)}
      upright={upright}
      onChoose={onChoose}
      onPlace={(x, wide) => {
        places.current[name] = { x, width: wide };
        if (name === station) bring(name);
      }}
    />
  ));
  if (upright)
    return (
      <View
        role="tablist"
        aria-label="Stations of the work"
        aria-orientation="vertical"
        className="w-[128px] bg-paper"
      >
        {tabs}
      </View>
    );
  return (
    <ScrollView
      ref={scroller}
      horizontal
      showsHorizontalScrollIndicator={false}
      tabIndex={-1}
      className="flex-none grow-0 border-b border-hair bg-paper"
      contentContainerClassName="min-w-full"
    >
      <View
        role="tablist"
        aria-label="Stations of the work"
        aria-orientation="horizontal"
        className="grow flex-row"
      >
        {tabs}
      </View>
    </ScrollView>
  );
}

interface TabProps {
  readonly name: Station;
  readonly on: boolean;
  readonly closed: boolean;
  readonly upright: boolean;
  readonly onChoose: (station: Station) => void;
  readonly onPlace: (x: number, width: number) => void;
}

function Tab({ name, on, closed, upright, onChoose, onPlace }: TabProps) {
  const colours = useColours();
  const { label, icon: Icon } = STATIONS[name];
  const colour = on ? colours.action : colours.ink;
  const tab = (
    <Touch
      role="tab"
      aria-selected={on}
      aria-label={closed ? `${label}, done` : label}
      onPress={() => onChoose(name)}
      className={`min-h-thumb min-w-thumb items-center justify-center active:opacity-60 ${upright ? 'flex-row gap-1 px-2' : 'w-full border-b-4 px-1'} ${on ? 'border-action' : 'border-transparent'} ${on && upright ? 'bg-sunk' : ''}`}
    >
      {upright && <Icon size={16} color={colour} aria-hidden />}
      {!upright && (
        // What is done is ticked over its name: the names fill the row.
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
  if (upright) return tab;
  return (
    <View className="grow" onLayout={({ nativeEvent: { layout } }) => onPlace(layout.x, layout.width)}>
      {tab}
    </View>
  );
}
