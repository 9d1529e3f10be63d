/** What scrolls the screen a part stands in, for lists that draw only what can be seen. */
import { createContext, useContext } from 'react';
import type { ScrollView } from 'react-native';

const Scroller = createContext<ScrollView | null>(null);

export const ScrollerProvider = Scroller.Provider;
export const useScroller = (): ScrollView | null => useContext(Scroller);
