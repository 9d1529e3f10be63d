/** Brings what has just opened into view, once: it may have opened below the edge of the screen. */
import { type RefObject, useEffect, useRef } from 'react';
import type { View } from 'react-native';

export function useIntoView(): RefObject<View | null> {
  const ref = useRef<View>(null);
  useEffect(() => {
    (ref.current as unknown as Partial<Element> | null)?.scrollIntoView?.({ block: 'nearest' });
  }, []);
  return ref;
}
