/**
 * Zod compiles its parsers with `eval` where the page may. This page may not: to find that out costs a report of the
 * browser, for which it reads the whole script once more. https://zod.dev names the setting “jitless” for such pages.
 */
import { config } from 'zod';

config({ jitless: true });
