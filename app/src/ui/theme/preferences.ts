/** What the person set for this phone: theme, size of text, hand, metric beside, whether steps are read aloud, who tests. Kept in its own store. */
import { z } from 'zod';
import { keep } from '../client/kept';

/** As they come. */
const NEW = {
  theme: 'system',
  /** Per cent of the usual size. */
  text: 100,
  hand: 'right',
  /** Millilitres beside cubic inches. */
  metric: false,
  /** A job's boxes stand in a table on a wide screen. */
  table: true,
  /** Steps are read aloud while both hands are busy. */
  aloud: false,
  /** The name of the person: kept with each test and each deletion. */
  who: '',
} as const;

const Preferences = z.object({
  theme: z.enum(['system', 'light', 'dark', 'sun']).catch(NEW.theme),
  text: z.literal([100, 125, 150, 200]).catch(NEW.text),
  hand: z.enum(['right', 'left']).catch(NEW.hand),
  metric: z.boolean().catch(NEW.metric),
  table: z.boolean().catch(NEW.table),
  aloud: z.boolean().catch(NEW.aloud),
  who: z.string().max(60).catch(NEW.who),
});
export type Preferences = z.output<typeof Preferences>;
export const TEXT_SIZES = [100, 125, 150, 200] as const;
export const THEME_CHOICES = ['system', 'light', 'dark', 'sun'] as const;

const kept = keep('dense-pack/preferences', Preferences, () => NEW);

export const preferences = kept.now;
export const setPreferences = kept.set;
export const onPreferences = kept.follow;
export const usePreferences = kept.use;
