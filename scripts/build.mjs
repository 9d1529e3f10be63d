/** `npm run build`: the app as a page, where a source is newer than what was built last. */
import { ensureApp } from './prepare.mjs';

ensureApp();
