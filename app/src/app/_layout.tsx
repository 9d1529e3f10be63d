import '../global.css';
import { Overpass_400Regular } from '@expo-google-fonts/overpass/400Regular';
import { Overpass_700Bold } from '@expo-google-fonts/overpass/700Bold';
import { OverpassMono_400Regular } from '@expo-google-fonts/overpass-mono/400Regular';
import { OverpassMono_700Bold } from '@expo-google-fonts/overpass-mono/700Bold';
import { QueryClientProvider } from '@tanstack/react-query';
import { useFonts } from 'expo-font';
import { Stack } from 'expo-router';
import { useEffect } from 'react';
import { whenIdle } from '@/ui/client/after-paint';
import { browserDisk } from '@/sync/browser-disk';
import { keepAnswers } from '@/ui/client/keep-answers';
import { keepApp } from '@/ui/client/new-version';
import { queryClient, readAhead, readEarly, startOutbox } from '@/ui/client/queries';
import { Loading } from '@/ui/parts/Notice';
import { Screen } from '@/ui/parts/Screen';
import { useTheme } from '@/ui/theme/theme';

if (globalThis.location && 'early' in globalThis) readEarly(globalThis.location.pathname);

/** Whether the exported page names the faces of the type itself: nothing has to be fetched and measured by script. */
const hasFaces = () =>
  globalThis.document?.getElementById('faces') !== null && globalThis.document !== undefined;

export default function Layout() {
  useFonts(
    hasFaces()
      ? {}
      : { Overpass_400Regular, Overpass_700Bold, OverpassMono_400Regular, OverpassMono_700Bold },
  );
  useTheme();
  useEffect(startOutbox, []);
  useEffect(keepApp, []);
  useEffect(() => {
    const keeping = keepAnswers(queryClient, browserDisk);
    const stopWaiting = whenIdle(() => void readAhead());
    return () => {
      stopWaiting();
      void keeping.then((stop) => stop());
    };
  }, []);
  return (
    <QueryClientProvider client={queryClient}>
      <Stack screenOptions={{ headerShown: false, animation: 'none', title: 'Dense Pack' }} />
    </QueryClientProvider>
  );
}

/** In place of a screen whose script is still being fetched: its frame, in the theme, at once. */
export function SuspenseFallback() {
  return (
    <Screen title="Dense Pack">
      <Loading what="the screen" />
    </Screen>
  );
}
