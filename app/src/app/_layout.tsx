import '../global.css';
import { QueryClientProvider } from '@tanstack/react-query';
import { Stack } from 'expo-router';
import { useEffect } from 'react';
import { whenIdle } from '@/ui/client/after-paint';
import { useFirstLook } from '@/ui/client/first-look';
import { keepApp } from '@/ui/client/new-version';
import { queryClient, readAhead, readyForChanges, startOutbox } from '@/ui/client/queries';
import { Loading } from '@/ui/parts/Notice';
import { Screen } from '@/ui/parts/Screen';
import { useTheme } from '@/ui/theme/theme';

export default function Layout() {
  const ready = useFirstLook();
  useTheme();
  useEffect(startOutbox, []);
  useEffect(keepApp, []);
  useEffect(
    () =>
      whenIdle(() => {
        readyForChanges();
        void readAhead();
      }),
    [],
  );
  // The page shows its frame until there is something to draw.
  if (!ready) return null;
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
