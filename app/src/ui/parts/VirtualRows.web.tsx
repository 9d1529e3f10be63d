/** Rows of a long list: those near the window are drawn, the others are room alone. */
import { useVirtualizer } from '@tanstack/react-virtual';
import { useLayoutEffect, useRef, useState } from 'react';
import { useScroller } from './scroller';
import type { VirtualRowsProps } from './VirtualRows';

/** Rows drawn beyond the window, either way. */
const AHEAD = 6;

export function VirtualRows({ count, estimate, gap, keyOf, render }: VirtualRowsProps) {
  const scroller = useScroller();
  const element = (scroller?.getScrollableNode() as HTMLElement | undefined) ?? null;
  const here = useRef<HTMLDivElement>(null);
  const [above, setAbove] = useState(0);
  // What stands over the list may grow: the rows are placed from where the list begins.
  // eslint-disable-next-line react-hooks/exhaustive-deps -- after every drawing: anything above may have grown
  useLayoutEffect(() => {
    if (!element || !here.current) return;
    const begins =
      here.current.getBoundingClientRect().top - element.getBoundingClientRect().top + element.scrollTop;
    if (Math.abs(begins - above) > 1) setAbove(begins);
  });
  // eslint-disable-next-line react-hooks/incompatible-library -- its rows are drawn here and handed to nobody
  const rows = useVirtualizer({
    count,
    getScrollElement: () => element,
    estimateSize: () => estimate,
    getItemKey: keyOf,
    overscan: AHEAD,
    scrollMargin: above,
    // A scroll view's own scrollTo is React Native's: it reads another object, and would go smoothly to the top.
    scrollToFn: (offset, { adjustments = 0 }, { scrollElement }) => {
      if (scrollElement) scrollElement.scrollTop = offset + adjustments;
    },
    gap,
    // Until the page has been measured, a window's height of rows.
    initialRect: { width: 0, height: 900 },
  });
  return (
    <div
      ref={here}
      // When a row turns out not as high as estimated the list moves itself: the page does not move it too.
      style={{ position: 'relative', height: rows.getTotalSize(), width: '100%', overflowAnchor: 'none' }}
    >
      {rows.getVirtualItems().map(({ key, index, start }) => (
        <div
          key={key}
          data-index={index}
          ref={rows.measureElement}
          style={{
            position: 'absolute',
            top: 0,
            left: 0,
            width: '100%',
            display: 'flex',
            flexDirection: 'column',
            transform: `translateY(${start - above}px)`,
          }}
        >
          {render(index)}
        </div>
      ))}
    </div>
  );
}
