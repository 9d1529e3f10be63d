/** What is used of React Native's web parts beside the parts themselves: it comes without types. */
declare module 'react-native-web/dist/modules/AccessibilityUtil/propsToAccessibilityComponent' {
  /** The element a role has of its own; undefined where it has none. */
  export default function propsToAccessibilityComponent(props: object): string | undefined;
}
declare module 'react-native-web/dist/modules/AccessibilityUtil/propsToAriaRole' {
  /** The role as a page says it; undefined for one that a page does not know. */
  export default function propsToAriaRole(props: object): string | null | undefined;
}
declare module 'react-native-web/dist/exports/StyleSheet' {
  const StyleSheet: unknown;
  export default StyleSheet;
}
declare module 'react-dom/server' {
  export function renderToStaticMarkup(element: import('react').ReactNode): string;
}
