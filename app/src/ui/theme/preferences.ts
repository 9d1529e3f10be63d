/** What the person set for this phone: theme, size of text, hand, metric beside, whether steps are read aloud, who tests. Kept in its own store. */
import { z } from 'zod';
import { keep } from '../client/kept';

const Preferences = z.object({
  theme: z.enum(['system', 'light', 'dark', 'sun']).catch('system'),
  /** Per cent of the usual size. */
  text: z.literal([100, 125, 150, 200]).catch(100),
  hand: z.enum(['right', 'left']).catch('right'),
  /** Millilitres beside cubic inches. */
  metric: z.boolean().catch(false),
  /** A job's boxes stand in a table on a wide screen. */
  table: z.boolean().catch(true),
  /** Steps are read aloud while both hands are busy. */
  aloud: z.boolean().catch(false),
  /** Who tests: it stands beside each reading. */
  who: z.string().max(60).catch(''),
});
export type Preferences = z.output<typeof Preferences>;
export const TEXT_SIZES = [100, 125, 150, 200] as const;
export const THEME_CHOICES = ['system', 'light', 'dark', 'sun'] as const;

const kept = keep('dense-pack/preferences', Preferences);

export const preferences = kept.now;
export const setPreferences = kept.set;
export const onPreferences = kept.follow;
export const usePreferences = kept.use;
