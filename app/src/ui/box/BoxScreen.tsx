/** The box: instrument above, the work of a station or an adder below, one row of thumbs at the bottom. */
import { isEditionChosen } from '@dense-pack/core/box/record';
import { certaintyOf } from '@dense-pack/core/certainty/certainty';
import { rowWith } from '@dense-pack/core/box/rows';
import { type Surroundings, surroundingsOf } from '@dense-pack/core/run/surroundings';
import { STAGES } from '@dense-pack/core/box/words';
import Keyboard from 'lucide-react-native/icons/keyboard';
import Redo from 'lucide-react-native/icons/redo-2';
import Undo from 'lucide-react-native/icons/undo-2';
import { useDeferredValue, useMemo, useRef, useState } from 'react';
import { type ScrollView, useWindowDimensions, View } from 'react-native';
import { changeJob, editionFor, type ShownBox, type ShownJob, useBox } from '../client/queries';
import { useRunFacts } from '../client/use-run-facts';
import type { SettleProps } from '../tape/OpenFacts';
import { late, LatePart, useLaterFetched } from '../parts/late';
import { NotThere } from '../parts/NotThere';
import { IconPress } from '../parts/Press';
import { SaveSign } from '../parts/SaveSign';
import { Screen } from '../parts/Screen';
import { doneStations } from '../stations';
import { usePreferences } from '../theme/preferences';
import { AddBar } from './AddBar';
import { PhoneBox, WideBox } from './BoxLayout';
import { useBoxKeys } from './box-keys';
import { Conflict } from './Conflict';
import { Instrument } from './Instrument';
import { NotTaken } from './NotTaken';
import { nextAdder, roomFor } from './open';
import { CountPanel } from './panels/CountPanel';
import { WideCount } from './panels/WideCount';
import { StationRail } from './StationRail';
import { useAllMade } from './use-all-made';
import { useBoxEdit } from './use-box-edit';
import { usePlace } from './use-place';
import { Work } from './Work';

const ItemCard = late('ItemCard');
const KeySheet = late('KeySheet');

/** From this width on the vessel and the tape stand beside the work. */
const WIDE = 900;
/** Below this height, or with larger text, the instrument scrolls with the work. */
const TALL = 640;

interface BoxScreenProps {
  readonly jobId: string;
  readonly boxId: string;
  readonly first?: string | undefined;
}

/** How large the drawing is, and whether the screen is wide and the instrument stays. @param bare nothing is known of the box */
function useMeasures(bare: boolean) {
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

const NOTHING_AROUND: Surroundings = {};

/** What the job knows of the box; it follows an edit a moment later. */
function useSurroundings(job: ShownJob | undefined, box: ShownBox | undefined): Surroundings {
  const [house, one] = [useDeferredValue(job), useDeferredValue(box)];
  const run = useRunFacts(house);
  return useMemo(
    () =>
      house && one
        ? surroundingsOf(one, house.panel, run.behind(one.id), run.rolesIn(one.id))
        : NOTHING_AROUND,
    [house, one, run],
  );
}

export function BoxScreen({ jobId, boxId, first }: BoxScreenProps) {
  const query = useBox(jobId, boxId);
  const { job, box, counted } = query;
  const [helping, setHelping] = useState(false);
  const {
    wide,
    pinned,
    drawing,
    work: workWidth,
  } = useMeasures(box?.box.items.length === 0 && counted?.capacity === null);
  const scroller = useRef<ScrollView>(null);
  // Another station begins at its top. Where the instrument scrolls too, the person stays where they were.
  const place = usePlace(first, () => pinned && scroller.current?.scrollTo({ y: 0, animated: false }));
  const { edit, editBoth, changeFields, go, canUndo, canRedo } = useBoxEdit(jobId, boxId, place.isPlanning);
  const around = useSurroundings(job, box);
  const made = useAllMade(box, job, around.roles);
  useLaterFetched();
  useBoxKeys({ choose: place.choose, go, help: () => setHelping(true), close: place.close });
  const back = { label: job?.name ?? 'the job', href: `/job/${jobId}` };
  if (!box || !counted || !job) return <NotThere what="box" title="Box" back={back} query={query} />;

  const edition = editionFor(job, box.box);
  const { open, touched, line } = place;
  const item = box.box.items.find((one) => one.id === touched?.itemId);
  const row = item && rowWith(box.box.items, item.id);
  const { band, adds } = roomFor(open);
  // On a phone the work has the room, but where one counts; what was opened from a list there wants it too.
  const gives = !wide && (band || ('adder' in open && item !== undefined && touched?.tile === undefined));
  const fix = () => place.choose({ station: 'fix' });
  const { certain } = certaintyOf(box.box, edition, counted, { chosen: isEditionChosen(job, box.box) });
  const settle: SettleProps = {
    onBox: edit,
    onEdition: (id) => changeJob(job, { edition: id, editionAssumed: false }),
  };
  const counts = 'station' in open && open.station === 'count';
  const parts = {
    scroller,
    instrument: (
      <Instrument
        box={box}
        job={job}
        around={around}
        settle={settle}
        width={drawing.width}
        height={drawing.height}
        band={gives && !place.whole}
        onWhole={gives ? place.toggleWhole : undefined}
        tile={touched?.tile}
        itemId={touched?.itemId}
        onTile={place.touchTile}
        onItem={place.touchItem}
        onAddCable={() => place.choose({ adder: 'cable' })}
      />
    ),
    rail: (
      <StationRail
        station={'station' in open ? open.station : undefined}
        done={doneStations({ job, box, counted, certain, made })}
        upright={wide}
        onChoose={(station) => place.choose({ station })}
      />
    ),
    bar: (wide || adds) && (
      <AddBar
        adder={'adder' in open ? open.adder : undefined}
        next={nextAdder(box.box, counted)}
        upright={wide}
        onChoose={(adder) =>
          place.choose('adder' in open && open.adder === adder ? { station: 'count' } : { adder })
        }
      />
    ),
  };
  const tape = (
    <CountPanel
      box={box.box}
      job={job}
      counted={counted}
      around={around}
      settle={settle}
      open={line}
      onOpen={place.setLine}
      onFix={wide ? undefined : fix}
    />
  );
  const work = (
    <View className="gap-3 p-4 pt-3">
      <NotTaken boxId={boxId} />
      <Conflict box={box} edition={edition} />
      {item && row ? (
        <LatePart what="it">
          <ItemCard
            key={item.id}
            item={item}
            row={row}
            edition={edition}
            parted={box.box.items.some(({ kind }) => kind === 'barrier')}
            why={line === undefined ? undefined : counted.lines[line]?.why}
            onChange={edit}
            onClose={place.close}
          />
        </LatePart>
      ) : wide && counts ? (
        <WideCount box={box.box} counted={counted} onBox={edit} onItem={place.openItem} onFix={fix} />
      ) : (
        <LatePart what="its work">
          <Work
            open={open}
            box={box}
            job={job}
            counted={counted}
            edition={edition}
            around={around}
            tape={tape}
            width={workWidth}
            onBox={edit}
            onBoth={editBoth}
            onFields={changeFields}
            onItem={place.openItem}
          />
        </LatePart>
      )}
    </View>
  );
  return (
    <Screen
      title={box.name}
      detail={[STAGES[box.stage], box.room, box.circuit && `circuit ${box.circuit}`, edition.name]
        .filter(Boolean)
        .join(', ')}
      back={back}
      actions={
        <View className="flex-row items-center">
          <SaveSign />
          <IconPress label="Undo" icon={Undo} disabled={!canUndo} onPress={() => go('back')} />
          {(wide || canRedo) && (
            <IconPress label="Redo" icon={Redo} disabled={!canRedo} onPress={() => go('ahead')} />
          )}
          {wide && <IconPress label="Keys" icon={Keyboard} onPress={() => setHelping(true)} />}
        </View>
      }
      fixed
    >
      {wide ? (
        <WideBox {...parts} work={work} tape={tape} width={drawing.width} />
      ) : (
        <PhoneBox {...parts} work={work} pinned={pinned} />
      )}
      {helping && (
        <LatePart>
          <KeySheet open onClose={() => setHelping(false)} />
        </LatePart>
      )}
    </Screen>
  );
}
