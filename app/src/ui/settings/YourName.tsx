/** The name of the person who holds this phone: it is kept with each test that is answered, and with each deletion. */
import { Field } from '../parts/Field';
import { setPreferences, usePreferences } from '../theme/preferences';

export function YourName() {
  const { who } = usePreferences();
  return (
    <Field
      label="Your name: kept with tests and deletions"
      defaultValue={who}
      maxLength={60}
      onEnd={(text) => setPreferences({ who: text.replace(/\s+/g, ' ').trim() })}
    />
  );
}
