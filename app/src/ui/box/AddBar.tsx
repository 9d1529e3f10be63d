/** What one brings to the box, under the thumb. */
import type { LucideIcon } from 'lucide-react-native';
import Box from 'lucide-react-native/icons/box';
import Cable from 'lucide-react-native/icons/cable';
import Keyboard from 'lucide-react-native/icons/keyboard';
import Plug from 'lucide-react-native/icons/plug';
import Wrench from 'lucide-react-native/icons/wrench';
import { Touch } from '../parts/Touch';
import { Words } from '../parts/Words';
import { usePreferences } from '../theme/preferences';
import { useColours } from '../theme/theme';
import { View } from '../parts/View';

/** `band`: what is chosen there wants the room of the drawing. */
export const ADDERS = {
  box: { label: 'Box', icon: Box, band: true },
  cable: { label: 'Cable', icon: Cable, band: false },
  device: { label: 'Device', icon: Plug, band: false },
  more: { label: 'More', icon: Wrench, band: true },
  line: { label: 'Type', icon: Keyboard, band: true },
} as const satisfies Record<string, { label: string; icon: LucideIcon; band: boolean }>;
export type Adder = keyof typeof ADDERS;

interface AddBarProps {
  readonly adder: Adder | undefined;
  readonly onChoose: (adder: Adder) => void;
  readonly upright?: boolean;
  /** The one to touch next while the box is new. */
  readonly next?: Adder | undefined;
}

export function AddBar({ adder, onChoose, upright = false, next }: AddBarProps) {
  const colours = useColours();
  const { hand } = usePreferences();
  const names = Object.keys(ADDERS) as Adder[];
  return (
    <View
      role="toolbar"
      aria-label="Record and add"
      className={
        upright
          ? 'w-[128px] border-t border-hair bg-paper'
          : `flex-wrap border-t border-hair bg-paper ${hand === 'left' ? 'flex-row-reverse' : 'flex-row'}`
      }
    >
      {names.map((name) => {
        const { label, icon: Icon } = ADDERS[name];
        const on = name === adder;
        const here = on ? colours['on-action'] : name === next ? colours.action : colours.ink;
        return (
          <Touch
            key={name}
            role="button"
            aria-label={label}
            aria-expanded={on}
            onPress={() => onChoose(name)}
            className={`min-h-[60px] min-w-0 items-center justify-center border-t-4 active:opacity-60 ${upright ? '' : 'grow basis-[4rem]'} ${on ? 'border-action bg-action' : name === next ? 'border-action' : 'border-transparent'}`}
          >
            <Icon size={22} color={here} aria-hidden />
            <Words
              size="fine"
              strong={on || name === next}
              tone={on ? 'text-on-action' : name === next ? 'text-action' : 'text-ink'}
              numberOfLines={1}
            >
              {label}
            </Words>
          </Touch>
        );
      })}
    </View>
  );
}
