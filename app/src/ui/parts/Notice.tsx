/** What the app says of itself: away, waiting, refused, empty, loading. */
import type { ReactNode } from 'react';
import { Words } from './Words';
import { View } from './View';

const TONES = {
  quiet: 'border-hair bg-sheet',
  unknown: 'border-unknown bg-sheet',
  over: 'border-over bg-sheet',
} as const;

interface NoticeProps {
  readonly title: string;
  readonly children?: ReactNode;
  readonly tone?: keyof typeof TONES;
  /** Said aloud when it appears. */
  readonly live?: boolean;
}

export function Notice({ title, children, tone = 'quiet', live = false }: NoticeProps) {
  return (
    <View
      className={`gap-1 rounded-card border-l-[6px] border px-3 py-2 ${TONES[tone]}`}
      {...(live ? { role: 'status', 'aria-live': 'polite' as const } : {})}
    >
      <Words strong>{title}</Words>
      {typeof children === 'string' ? <Words tone="text-soft">{children}</Words> : children}
    </View>
  );
}

/** Quiet stand-ins of the shape that is to come. */
export function Loading({ what }: { readonly what: string }) {
  return (
    <View className="gap-3 p-4" role="status" aria-label={`Loading ${what}`}>
      {[96, 72, 72].map((height, nth) => (
        <View key={nth} className="rounded-card bg-sunk" style={{ height }} />
      ))}
      <Words tone="text-soft">Loading {what}…</Words>
    </View>
  );
}
