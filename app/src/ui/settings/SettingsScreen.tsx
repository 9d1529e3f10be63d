/** How the app looks and lies in the hand: theme, size of text, hand, metric, name; and what is set for the server. */
import { Choice } from '../parts/Choice';
import { Notice } from '../parts/Notice';
import { Screen } from '../parts/Screen';
import { KitSettings } from '../truck/KitSettings';
import { setPreferences, TEXT_SIZES, usePreferences } from '../theme/preferences';
import { ServerSettings } from './ServerSettings';
import { YourName } from './YourName';

const THEMES = [
  { value: 'system', label: 'As the phone' },
  { value: 'light', label: 'Light' },
  { value: 'dark', label: 'Dark' },
  { value: 'sun', label: 'Sun', detail: 'black on white' },
] as const;

export function SettingsScreen() {
  const { theme, text, hand, metric } = usePreferences();
  return (
    <Screen title="Settings" detail="Kept on this phone" back={{ label: 'all jobs', href: '/' }}>
      <Choice
        title="Theme"
        options={THEMES}
        value={theme}
        always
        onChoose={(value) => value && setPreferences({ theme: value })}
      />
      <Choice
        title="Size of text"
        options={TEXT_SIZES.map((value) => ({ value, label: `${value} %` }))}
        value={text}
        always
        onChoose={(value) => value && setPreferences({ text: value })}
      />
      <Choice
        title="Hand that holds the phone"
        options={[
          { value: 'right', label: 'Right' },
          { value: 'left', label: 'Left' },
        ]}
        value={hand}
        always
        onChoose={(value) => value && setPreferences({ hand: value })}
      />
      <Choice
        title="Volumes"
        options={[
          { value: 'own', label: 'As the edition' },
          { value: 'both', label: 'in³ and mL', detail: 'metric beside' },
        ]}
        value={metric ? 'both' : 'own'}
        always
        onChoose={(value) => setPreferences({ metric: value === 'both' })}
      />
      <YourName />
      <KitSettings />
      <ServerSettings />
      <Notice title="What decides">
        The adopted local code, the inspector and the marking on the part in hand decide. Dense Pack helps a
        qualified person; many of its table values were written from memory of the published standards.
      </Notice>
    </Screen>
  );
}
