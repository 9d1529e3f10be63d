/** What Expo's modules stand on, set up before any of them is read: speech and the lock of the screen are such. */
import { installExpoGlobalPolyfill } from 'expo-modules-core/src/polyfill/dangerous-internal';

installExpoGlobalPolyfill();
