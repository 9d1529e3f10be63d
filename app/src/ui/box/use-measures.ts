/** How much room the parts of a box have. */
import { useWindowDimensions } from 'react-native';
import { usePreferences } from '../theme/preferences';

/** From this width on the vessel and the tape stand beside the work. */
const WIDE = 900;
/** Below this height, or with larger text, the instrument scrolls with the work. */
const TALL = 640;

/** How large the drawing is, and whether the screen is wide and the instrument stays. @param bare nothing is known of the box */
export function useMeasures(bare: boolean) {
  const { text } = usePreferences();
  const { width, height } = useWindowDimensions();
  const wide = width >= WIDE;
  return {
    wide,
    pinned: wide || (height >= TALL && text <= 125),
    drawing: {
      width: wide ? Math.min(540, width * 0.42) : Math.min(width - 16, 540),
      // A box of which nothing is known yet leaves the room to the work.
      height: wide
        ? Math.max(220, Math.min(420, height - 360))
        : Math.max(160, Math.min(300, height * (bare ? 0.2 : 0.32))),
    },
    // Beside the rail and the frame of what is fixed on the right.
    work: wide ? width - Math.min(540, width * 0.42) - 163 : width,
  };
}
