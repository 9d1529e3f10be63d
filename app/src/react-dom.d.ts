/** The one thing used of react-dom, which ships no types: what stands outside the app’s own frame. */
declare module 'react-dom' {
  import type { ReactNode, ReactPortal } from 'react';
  export function createPortal(children: ReactNode, container: Element): ReactPortal;
}
