/** Text in the product's type: one component, so that no size or face is set by hand. */
import { memo } from 'react';
import { Text, type TextProps } from 'react-native';

const SIZES = {
  fine: 'text-fine',
  body: 'text-body',
  lead: 'text-lead',
  title: 'text-title',
  reading: 'text-reading',
} as const;

interface Props extends TextProps {
  readonly size?: keyof typeof SIZES;
  readonly strong?: boolean;
  /** Figures that stand under one another. */
  readonly mono?: boolean;
  readonly tone?: string;
  /** Heading level for those who hear the page. */
  readonly heading?: 1 | 2 | 3;
}

/** Drawn again only when its words or looks change: most of a screen stays as it is at an edit. */
export const Words = memo(function Words({
  size = 'body',
  strong = false,
  mono = false,
  tone = 'text-ink',
  heading,
  className = '',
  ...rest
}: Props) {
  const face = mono ? (strong ? 'font-monoStrong' : 'font-mono') : strong ? 'font-strong' : 'font-sans';
  const level = heading === undefined ? {} : { role: 'heading' as const, 'aria-level': heading };
  return <Text {...level} {...rest} className={`${SIZES[size]} ${face} ${tone} ${className}`} />;
});
