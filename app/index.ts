/** Starts the app: what this phone keeps is read while the router is set up. */
import '@/sync/schemas-of-a-page';
import '@/ui/client/first-look';
import { readableAddress } from '@/ui/client/readable-address';

// Expo notes the address of this script only while the script is run; workers are found by it later.
void import.meta.url;

const { pathname, search } = globalThis.location;
const readable = readableAddress(pathname + search);
if (readable !== pathname + search) globalThis.history.replaceState(null, '', readable);

/*
 * The router starts once this script has run to its end. React Native's style sheet tries a rule that some browsers refuse, and a
 * browser that notes where a refusal came from reads the whole script again while its top level is still running.
 */
// eslint-disable-next-line @typescript-eslint/no-require-imports -- an import would be hoisted into the top level
queueMicrotask(() => require('expo-router/entry'));
