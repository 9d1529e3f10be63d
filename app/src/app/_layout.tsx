import '../global.css';
import { Overpass_400Regular } from '@expo-google-fonts/overpass/400Regular';
import { Overpass_700Bold } from '@expo-google-fonts/overpass/700Bold';
import { OverpassMono_400Regular } from '@expo-google-fonts/overpass-mono/400Regular';
import { OverpassMono_700Bold } from '@expo-google-fonts/overpass-mono/700Bold';
import { QueryClientProvider } from '@tanstack/react-query';
import { useFonts } from 'expo-font';
import { Stack } from 'expo-router';
import { useEffect } from 'react';
import { keepAnswers, keepApp } from '@/ui/client/keep-answers';
import { queryClient, readAhead, startOutbox } from '@/ui/client/queries';
import { useTheme } from '@/ui/theme/theme';

export default function Layout() {
  useFonts({ Overpass_400Regular, Overpass_700Bold, OverpassMono_400Regular, OverpassMono_700Bold });
  useTheme();
  useEffect(startOutbox, []);
  useEffect(keepApp, []);
  useEffect(() => {
    const keeping = keepAnswers(queryClient).finally(() => void readAhead());
    return () => void keeping.then((stop) => stop());
  }, []);
  return (
    <QueryClientProvider client={queryClient}>
      <Stack screenOptions={{ headerShown: false, animation: 'none', title: 'Dense Pack' }} />
    </QueryClientProvider>
  );
}
