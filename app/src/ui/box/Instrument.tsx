/** The instrument: verdict, vessel, its scale and the cables at its edge. */
import type { Amount } from '@dense-pack/core/fill/amount';
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { Edition } from '@dense-pack/core/edition/edition';
import { type Tally, tally } from '@dense-pack/core/fill/tally';
import { workRoom } from '@dense-pack/core/fold/work-room';
import { useMemo } from 'react';
import { View } from 'react-native';
import { VerdictBand } from '../tape/Verdict';
import { usePreferences } from '../theme/preferences';
import { heightOf, Vessel, VESSEL_WALL } from '../vessel/Vessel';
import { VesselScale } from '../vessel/VesselScale';
import { CableStubs } from './CableStubs';

interface InstrumentProps {
  readonly box: BoxDocument;
  readonly counted: Tally;
  readonly edition: Edition;
  /** As it was found, where a change is planned. */
  readonly found: BoxDocument | null;
  readonly width: number;
  readonly height: number;
  /** The touched tile. */
  readonly tile: string | undefined;
  /** The chosen item. */
  readonly itemId: string | undefined;
  readonly onTile: (key: string, itemId: string, line: number) => void;
  readonly onItem: (id: string) => void;
  readonly onAddCable: () => void;
}

const STUBS = 66;
const SCALE = 46;

export function Instrument({
  box,
  counted,
  edition,
  found,
  width,
  height,
  tile,
  itemId,
  onTile,
  onItem,
  onAddCable,
}: InstrumentProps) {
  const { hand, text } = usePreferences();
  const room = useMemo(() => workRoom(box, edition, counted), [box, edition, counted]);
  const foundFill = useMemo((): Amount | undefined => {
    if (!found) return undefined;
    const before = tally(found, edition);
    return before.unit === counted.unit && !counted.spaces ? before.fill : undefined;
  }, [found, edition, counted]);
  // Larger text takes its room from the drawing.
  const larger = 1 + ((text - 100) / 100) * 0.8;
  const stubs = Math.round(STUBS * larger);
  const scale = Math.round(SCALE * larger);
  const vesselWidth = width - stubs - scale;
  // The thumb reaches the cables: they come in on the side of the hand.
  const stubsLeft = hand === 'left';
  return (
    <View className="gap-2" style={{ width, alignSelf: 'center' }}>
      <VerdictBand counted={counted} room={room} />
      <View className={stubsLeft ? 'flex-row-reverse' : 'flex-row'}>
        <VesselScale
          counted={counted}
          width={scale}
          height={height}
          whole={heightOf(counted)}
          floor={VESSEL_WALL}
          vessel={stubsLeft ? 'left' : 'right'}
          found={foundFill}
        />
        <Vessel
          box={box}
          counted={counted}
          width={vesselWidth}
          height={height}
          selected={tile}
          found={foundFill}
          onSelect={onTile}
        />
        <CableStubs
          box={box}
          width={stubs}
          height={height}
          vessel={stubsLeft ? 'right' : 'left'}
          selected={itemId}
          onSelect={onItem}
          larger={larger}
          onAdd={onAddCable}
        />
      </View>
    </View>
  );
}
