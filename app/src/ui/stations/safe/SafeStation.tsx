/** Making safe, before anything else: each step ticked as it is done. */
import type { Seen } from '@dense-pack/core/box/record';
import { SAFE_STEPS } from '@dense-pack/core/box/words';
import Square from 'lucide-react-native/icons/square';
import SquareCheck from 'lucide-react-native/icons/square-check-big';
import { View } from 'react-native';
import { Notice } from '../../parts/Notice';
import { Touch } from '../../parts/Touch';
import { Words } from '../../parts/Words';
import { useColours } from '../../theme/theme';
import { SAFE_STEP_NAMES as STEPS } from './steps';

interface SafeStationProps {
  readonly seen: Seen;
  readonly onChange: (change: (seen: Seen) => Seen) => void;
}

export function SafeStation({ seen, onChange }: SafeStationProps) {
  const colours = useColours();
  return (
    <View className="gap-3">
      <Words heading={2} strong>
        Make safe before hands go in
      </Words>
      <View className="rounded-card border border-hair bg-sheet">
        {STEPS.map((step) => {
          const ticked = seen.safe.includes(step);
          const Box = ticked ? SquareCheck : Square;
          return (
            <Touch
              key={step}
              role="checkbox"
              aria-checked={ticked}
              className="min-h-[56px] flex-row items-center gap-3 border-b border-hair px-3 active:opacity-70"
              onPress={() =>
                onChange((now) => ({
                  ...now,
                  safe: STEPS.filter((one) => (one === step ? !ticked : now.safe.includes(one))),
                }))
              }
            >
              <Box size={26} color={ticked ? colours.legal : colours.ink} aria-hidden />
              <Words className="min-w-0 flex-1" strong={ticked}>
                {SAFE_STEPS[step]}
              </Words>
            </Touch>
          );
        })}
      </View>
      <Notice title="A second circuit may be present" tone="unknown">
        Test every conductor in the box, not just those on the device. The test button of a GFCI is not a way
        to turn power off. This is work for licensed people.
      </Notice>
    </View>
  );
}
