/** The instrument: verdict, vessel, its scale and the cables at its edge. */
import type { Amount } from '@dense-pack/core/fill/amount';
import { isEditionChosen, type Job } from '@dense-pack/core/box/record';
import { otherFindingsOf, unknownWords } from '@dense-pack/core/check/other-findings';
import { boxVerdict } from '@dense-pack/core/check/box-verdict';
import { checkBox } from '@dense-pack/core/check/check-box';
import { withRoles } from '@dense-pack/core/run/linked-roles';
import { type Surroundings, withSurroundings } from '@dense-pack/core/run/surroundings';
import { workRoom } from '@dense-pack/core/fold/work-room';
import ChevronUp from 'lucide-react-native/icons/chevron-up';
import { type ReactNode, useDeferredValue, useMemo, useState } from 'react';
import { certaintyBy, talliedBy } from '../client/worked-out';
import { editionFor, type ShownBox, useDrawnDocument, useLiveDocument } from '../client/queries';
import { useWiringStanding } from '../client/wiring-standing';
import { Touch } from '../parts/Touch';
import { FirstOpenFact, type SettleProps } from '../tape/OpenFacts';
import { VerdictBand } from '../tape/Verdict';
import { usePreferences } from '../theme/preferences';
import { useColours } from '../theme/theme';
import { useKit } from '../truck/kit';
import { heightOf, Vessel, VESSEL_WALL } from '../vessel/Vessel';
import { VesselScale } from '../vessel/VesselScale';
import { CableStubs } from './CableStubs';
import { View } from '../parts/View';

interface InstrumentProps {
  readonly box: ShownBox;
  readonly job: Pick<Job, 'edition' | 'editionAssumed' | 'panel'>;
  /** What the job knows of the box beside its record. */
  readonly around: Surroundings;
  /** Settles what a verdict rests on. */
  readonly settle: SettleProps;
  readonly width: number;
  readonly height: number;
  /** The touched tile. */
  readonly tile: string | undefined;
  /** The chosen item. */
  readonly itemId: string | undefined;
  readonly onTile: (key: string, itemId: string, line: number) => void;
  readonly onItem: (id: string) => void;
  readonly onAddCable: () => void;
  /** Another work has the room: the verdict, with the vessel as large as a thumb. */
  readonly band: boolean;
  /** Opens the whole instrument over a band's work, or closes it; undefined where it is always whole. */
  readonly onWhole?: (() => void) | undefined;
}

/** The vessel of a band. */
const THUMB = { width: 64, height: 54 };

/** What a question takes of the drawing's height, and how low that may become, in px. */
const QUESTION = 155;
const LOWEST = 112;

const STUBS = 66;
const SCALE = 46;

/**
 * Follows every edit at once, by itself: the tiles move in the frame after it, and the screen around it is
 * drawn a moment later, so that the new verdict is never kept waiting by a drawing or a list.
 */
function LiveVerdict({
  box: shown,
  job,
  around,
  settle,
  asks = false,
  vessel,
}: Pick<InstrumentProps, 'box' | 'job' | 'around' | 'settle'> & {
  /** There is room for the question that settles an open verdict; a band says its condition alone. */
  readonly asks?: boolean;
  readonly vessel?: ReactNode;
}) {
  const box = useLiveDocument(shown);
  const edition = editionFor(job, box);
  const counted = talliedBy(box, edition);
  const { assumptions } = useKit();
  // How tight it is follows with the drawing: the verdict does not wait for an estimate.
  const drawn = useDrawnDocument(shown);
  const room = useMemo(
    () => workRoom(drawn, edition, talliedBy(drawn, edition), assumptions),
    [drawn, edition, assumptions],
  );
  const certainty = certaintyBy(box, edition, isEditionChosen(job, box));
  const wiring = useWiringStanding(withRoles(box, around.roles), shown, job);
  // How long the work has rested is looked at when one comes here.
  const [now] = useState(() => Date.now());
  const checked = useMemo(
    () => checkBox(withSurroundings(box, around), edition, counted),
    [box, around, edition, counted],
  );
  const verdict = useMemo(
    () =>
      boxVerdict(counted, certainty, checked.findings, {
        ...otherFindingsOf({ ...shown, box }, { panel: job.panel, wiring, now }),
        unknown: unknownWords(checked),
      }),
    [shown, box, checked, counted, certainty, wiring, job.panel, now],
  );
  return (
    <View className="gap-2">
      <VerdictBand counted={counted} verdict={verdict} room={room} vessel={vessel} />
      {asks && <FirstOpenFact certainty={certainty} {...settle} />}
    </View>
  );
}

export function Instrument({
  box: shown,
  job,
  around,
  settle,
  width,
  height: whole,
  tile,
  itemId,
  onTile,
  onItem,
  onAddCable,
  band,
  onWhole,
}: InstrumentProps) {
  const { hand, text } = usePreferences();
  const box = useDrawnDocument(shown);
  const edition = editionFor(job, box);
  const counted = talliedBy(box, edition);
  const found = shown.stage === 'planned' ? shown.found : null;
  const foundFill = useMemo((): Amount | undefined => {
    if (!found) return undefined;
    const before = talliedBy(found, edition);
    return before.unit === counted.unit && !counted.spaces ? before.fill : undefined;
  }, [found, edition, counted.unit, counted.spaces]);
  // Larger text takes its room from the drawing.
  const larger = 1 + ((text - 100) / 100) * 0.9;
  const stubs = Math.round(STUBS * larger);
  const scale = Math.round(SCALE * larger);
  // The thumb reaches the cables: they come in on the side of the hand.
  const stubsLeft = hand === 'left';
  // A question under the verdict takes its room from the drawing.
  const isOpen = !certaintyBy(box, edition, isEditionChosen(job, box)).certain;
  const height = isOpen && counted.capacity !== null ? Math.max(LOWEST, whole - QUESTION) : whole;
  const calm = useDeferredValue(counted);
  const colours = useColours();
  const thumb = onWhole && (
    <Touch
      role="button"
      aria-label={band ? 'Open the vessel' : 'Close the vessel'}
      aria-expanded={!band}
      className="min-h-thumb w-[76px] items-center justify-center self-stretch active:opacity-60"
      onPress={onWhole}
    >
      {band ? (
        <View aria-hidden>
          <Vessel box={box} counted={counted} {...THUMB} small />
        </View>
      ) : (
        <ChevronUp size={28} color={colours.ink} aria-hidden />
      )}
    </Touch>
  );
  if (band) {
    return (
      <View style={{ width, alignSelf: 'center' }}>
        <LiveVerdict box={shown} job={job} around={around} settle={settle} vessel={thumb} />
      </View>
    );
  }
  return (
    <View className="gap-2" style={{ width, alignSelf: 'center' }}>
      <LiveVerdict box={shown} job={job} around={around} settle={settle} asks vessel={thumb} />
      {/* A layer of its own: a page paints the drawing no second time when the verdict above it changes. */}
      <View className={`will-change-transform ${stubsLeft ? 'flex-row-reverse' : 'flex-row'}`}>
        <VesselScale
          counted={calm}
          width={scale}
          height={height}
          whole={heightOf(calm)}
          floor={VESSEL_WALL}
          vessel={stubsLeft ? 'left' : 'right'}
          found={foundFill}
        />
        <Vessel
          box={box}
          counted={counted}
          width={width - stubs - scale}
          height={height}
          selected={tile}
          found={foundFill}
          onSelect={onTile}
        />
        <CableStubs
          box={shown.box}
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
