/** Text in the product’s type as an element of the page (`.words` in global.css): see View.web.tsx. */
import { type CSSProperties, memo } from 'react';
import { spokenProps } from './spoken-props';
import { looksOf, type WordsProps } from './words-looks';

const LINES: Readonly<Record<number, string>> = { 0: 'words', 1: 'words one-line' };

/** Drawn again only when its words or looks change: most of a screen stays as it is at an edit. */
export const Words = memo(function Words({
  size,
  strong,
  mono,
  tone,
  heading,
  className,
  numberOfLines = 0,
  testID,
  id,
  nativeID,
  role,
  style,
  children,
  ...said
}: WordsProps) {
  const looks = looksOf({ size, strong, mono, tone, className });
  const { lineHeight, ...rest } = (style ?? {}) as CSSProperties;
  return (
    <span
      {...spokenProps(said)}
      {...(heading === undefined ? {} : { role: 'heading', 'aria-level': heading })}
      {...(role === undefined ? {} : { role })}
      className={`${LINES[numberOfLines] ?? 'words some-lines'} ${looks}`}
      style={{
        ...rest,
        // A number is in px here, as in React Native; to the page it would be a multiple of the size.
        ...(lineHeight === undefined ? {} : { lineHeight: `${lineHeight}px` }),
        ...(numberOfLines > 1 ? { WebkitLineClamp: numberOfLines } : {}),
      }}
      data-testid={testID}
      id={id ?? nativeID}
    >
      {children}
    </span>
  );
});
