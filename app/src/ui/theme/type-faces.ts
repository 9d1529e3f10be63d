import { Overpass_400Regular } from '@expo-google-fonts/overpass/400Regular';
import { Overpass_700Bold } from '@expo-google-fonts/overpass/700Bold';
import { OverpassMono_400Regular } from '@expo-google-fonts/overpass-mono/400Regular';
import { OverpassMono_700Bold } from '@expo-google-fonts/overpass-mono/700Bold';
import { useFonts } from 'expo-font';

/** Reads the faces of the type. */
export function useTypeFaces(): void {
  useFonts({ Overpass_400Regular, Overpass_700Bold, OverpassMono_400Regular, OverpassMono_700Bold });
}
