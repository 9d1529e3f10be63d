/**
 * How a page makes its schemas: on first use, and without `eval`. Zod compiles parsers with `eval` where it may; this page may not,
 * and Zod’s own setting for such pages (“jitless”) spares it the trial.
 */
import { makeOnFirstUse } from '@dense-pack/core/schema/on-first-use';
import { config } from 'zod';

makeOnFirstUse();
config({ jitless: true });
