/** What the browser calls the page: in its tabs, its history, and to those who hear it. */
import { NavigationContext } from 'expo-router/build/react-navigation/core/NavigationContext';
import { useContext, useEffect } from 'react';

const APP = 'Dense Pack';

/**
 * Names the page after the screen that is seen, its own words first: a tab shows no more of them. A screen that was left
 * still stands, hidden: it names the page again when one is back on it.
 */
export function usePageTitle(...words: readonly (string | undefined)[]): void {
  const navigation = useContext(NavigationContext);
  const title = [...new Set([...words, APP])].filter((one) => one !== undefined && one !== '').join(' · ');
  useEffect(() => {
    const write = () => {
      if (globalThis.document) globalThis.document.title = title;
    };
    if (navigation === undefined || navigation.isFocused()) write();
    return navigation?.addListener('focus', write);
  }, [navigation, title]);
}
