/** Light, dark, or as the phone is set: one press goes to the next. */
import Moon from 'lucide-react-native/icons/moon';
import Sun from 'lucide-react-native/icons/sun';
import SunMoon from 'lucide-react-native/icons/sun-moon';
import { useState } from 'react';
import { IconPress } from '../parts/Press';
import { chooseTheme, readThemeChoice, type ThemeChoice } from './theme';

const NEXT: Record<ThemeChoice, ThemeChoice> = { system: 'light', light: 'dark', dark: 'system' };
const ICONS = { system: SunMoon, light: Sun, dark: Moon };
const NAMES = { system: 'as the phone', light: 'light', dark: 'dark' };

export function ThemeSwitch() {
  const [choice, setChoice] = useState<ThemeChoice>(readThemeChoice);
  const press = () => {
    const next = NEXT[choice];
    chooseTheme(next);
    setChoice(next);
  };
  return (
    <IconPress
      label={`Theme: ${NAMES[choice]}. Change to ${NAMES[NEXT[choice]]}`}
      icon={ICONS[choice]}
      onPress={press}
    />
  );
}
