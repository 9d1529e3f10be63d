/** What is used of react-dom, which ships no types: what stands outside the app’s own frame, and elements as text in tests. */
declare module 'react-dom' {
  import type { ReactNode, ReactPortal } from 'react';
  export function createPortal(children: ReactNode, container: Element): ReactPortal;
}

declare module 'react-dom/server' {
  export function renderToStaticMarkup(element: import('react').ReactNode): string;
}
