/** Text in the product’s type: one component, so that no size or face is set by hand. In a page: Words.web.tsx. */
import { memo } from 'react';
import { Text } from 'react-native';
import { looksOf, type WordsProps } from './words-looks';

/** Drawn again only when its words or looks change: most of a screen stays as it is at an edit. */
export const Words = memo(function Words({
  size,
  strong,
  mono,
  tone,
  heading,
  className,
  ...rest
}: WordsProps) {
  const level = heading === undefined ? {} : { role: 'heading' as const, 'aria-level': heading };
  return <Text {...level} {...rest} className={looksOf({ size, strong, mono, tone, className })} />;
});
