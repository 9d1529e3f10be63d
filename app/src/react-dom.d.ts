/** The one thing used of react-dom, which ships no types: what stands outside the app’s own frame. */
declare module 'react-dom' {
  import type { ReactNode, ReactPortal } from 'react';
  export function createPortal(children: ReactNode, container: Element): ReactPortal;
}

declare module 'react-dom/client' {
  import type { ReactNode } from 'react';
  /** Draws in an element of the page. */
  export function createRoot(root: Element): { render(inside: ReactNode): void };
}
