/** How text looks: sizes and faces of the product’s type, so that none is set by hand. */
import type { TextProps, TextStyle } from 'react-native';

const SIZES = {
  fine: 'text-fine',
  body: 'text-body',
  lead: 'text-lead',
  title: 'text-title',
  reading: 'text-reading',
} as const;

interface Looks {
  readonly size?: keyof typeof SIZES | undefined;
  readonly strong?: boolean | undefined;
  /** Figures that stand under one another. */
  readonly mono?: boolean | undefined;
  readonly tone?: string | undefined;
  readonly className?: string | undefined;
}

type Said = Extract<keyof TextProps, `aria-${string}`>;
export interface WordsProps
  extends
    Looks,
    Pick<TextProps, Said | 'children' | 'id' | 'nativeID' | 'numberOfLines' | 'role' | 'testID'> {
  readonly style?: TextStyle;
  /** Heading level for those who hear the page. */
  readonly heading?: 1 | 2 | 3;
}

/** The classes of a text. */
export function looksOf({
  size = 'body',
  strong = false,
  mono = false,
  tone = 'text-ink',
  className,
}: Looks): string {
  const face = mono ? (strong ? 'font-monoStrong' : 'font-mono') : strong ? 'font-strong' : 'font-sans';
  return `${SIZES[size]} ${face} ${tone} ${className ?? ''}`;
}
