/** What is printed in place of the screen: it stands outside the app’s own frame, whose lists scroll and would be cut. */
import type { ReactNode } from 'react';
import { createPortal } from 'react-dom';

interface PrintSheetProps {
  readonly children: ReactNode;
  /** Labels beside each other, or pages one after another. */
  readonly kind?: 'labels' | 'pages';
}

export function PrintSheet({ children, kind = 'labels' }: PrintSheetProps) {
  if (typeof document === 'undefined') return null;
  return createPortal(<div className={`print-sheet print-${kind}`}>{children}</div>, document.body);
}

/** Asks the browser to print; where it cannot, nothing is asked. */
export const printNow = (): void => globalThis.print?.();
