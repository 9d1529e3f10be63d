/** The fill of every box of a job beside the others; the drawing itself is loaded when it is asked for. */
import { lazy, Suspense } from 'react';
import { useWindowDimensions, View } from 'react-native';
import { useIntoView } from '../parts/into-view';
import { Words } from '../parts/Words';
import { fullness, type Listed } from './box-list';

const FillBars = lazy(() => import('./charts'));

/** The most boxes one chart stays legible with. */
const BARS_MOST = 40;

export function HouseChart({ boxes }: { readonly boxes: readonly Listed[] }) {
  const { width } = useWindowDimensions();
  const view = useIntoView();
  const known = boxes.filter((one) => fullness(one) >= 0).sort((a, b) => fullness(b) - fullness(a));
  const shown = known.slice(0, BARS_MOST);
  const without = boxes.length - known.length;
  if (shown.length === 0) return <Words tone="text-soft">No box with a legal volume to compare yet.</Words>;
  const said = shown.map((one) => `${one.box.name}: ${Math.round(fullness(one) * 100)} % full`).join('; ');
  return (
    <View ref={view} className="gap-2 rounded-card border border-hair bg-sheet p-3">
      <Words heading={2} strong>
        How full each box is
      </Words>
      <View role="img" aria-label={said} testID="house-chart">
        <Suspense fallback={<View className="h-[220px] bg-sunk" />}>
          <FillBars boxes={shown} width={Math.min(width, 760) - 60} />
        </Suspense>
      </View>
      <Words size="fine" tone="text-soft">
        {[
          '100 % is the legal volume; ▲ marks a box that is over.',
          ...(known.length > shown.length ? [`The ${BARS_MOST} fullest of ${known.length}.`] : []),
          ...(without > 0 ? [`${without} without a legal volume left out.`] : []),
        ].join(' ')}
      </Words>
    </View>
  );
}
