/** What is used of react-dom, which ships no types: portals to a place outside the app’s own root, and elements as text in tests. */
declare module 'react-dom' {
  import type { ReactNode, ReactPortal } from 'react';
  export function createPortal(children: ReactNode, container: Element): ReactPortal;
}

declare module 'react-dom/server' {
  export function renderToStaticMarkup(element: import('react').ReactNode): string;
}
