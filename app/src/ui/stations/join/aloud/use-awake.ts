/** Keeps the screen on while a part of the screen is open; where the device has no way to, nothing happens. */
import { activateKeepAwakeAsync, deactivateKeepAwake } from 'expo-keep-awake';
import { useEffect } from 'react';

const TAG = 'hands-busy';
const ignore = () => undefined;

export function useAwake(): void {
  useEffect(() => {
    const stay = () => void activateKeepAwakeAsync(TAG).catch(ignore);
    // A page that was hidden loses its lock: it is asked for again when it is looked at.
    const seen = () => document.visibilityState === 'visible' && stay();
    stay();
    const page = typeof document === 'undefined' || !('addEventListener' in document) ? undefined : document;
    page?.addEventListener('visibilitychange', seen);
    return () => {
      page?.removeEventListener('visibilitychange', seen);
      void deactivateKeepAwake(TAG).catch(ignore);
    };
  }, []);
}
