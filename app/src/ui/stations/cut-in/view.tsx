/** The work of this station, from what every station is given. */
import { withoutRacewayWires } from '@dense-pack/core/box/raceway-wires';
import { usualHole } from '@dense-pack/core/space/of-box';
import type { StationProps } from '../station';
import { CutInStation } from './CutInStation';

export const cutInView = ({ box, edition, width, onBox, onFields }: StationProps) => (
  <CutInStation
    box={box}
    edition={edition}
    width={width}
    onBox={onBox}
    onSurface={(change) =>
      onFields((now) => {
        const surface = change(now.seen.surface);
        const { surface: _gone, ...seen } = now.seen;
        // Without the run its wires do not come here.
        return surface === undefined
          ? { seen, box: withoutRacewayWires(now.box) }
          : { seen: { ...seen, surface } };
      })
    }
    onHole={(change) =>
      onFields((now) => ({ seen: { ...now.seen, hole: change(now.seen.hole ?? usualHole(now)) } }))
    }
  />
);
