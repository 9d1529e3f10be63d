/** The box: instrument above, the work of a station or an adder below, one row of thumbs at the bottom. */
import { isEditionChosen } from '@dense-pack/core/box/record';
import { STAGES } from '@dense-pack/core/box/words';
import Keyboard from 'lucide-react-native/icons/keyboard';
import Redo from 'lucide-react-native/icons/redo-2';
import Undo from 'lucide-react-native/icons/undo-2';
import { useRef, useState } from 'react';
import { type ScrollView } from 'react-native';
import { certaintyBy } from '../client/worked-out';
import { changeJob, editionFor, useBox } from '../client/queries';
import { useSurroundings } from '../client/use-run-facts';
import type { SettleProps } from '../tape/OpenFacts';
import { late, LatePart, useLaterFetched } from '../parts/late';
import { NotThere } from '../parts/NotThere';
import { IconPress } from '../parts/Press';
import { SaveSign } from '../parts/SaveSign';
import { Screen } from '../parts/Screen';
import { doneStations } from '../stations';
import { AddBar } from './AddBar';
import { PhoneBox, WideBox } from './BoxLayout';
import { useBoxKeys } from './box-keys';
import { BoxWork } from './BoxWork';
import { Instrument } from './Instrument';
import { nextAdder, roomFor } from './open';
import { CountPanel } from './panels/CountPanel';
import { StationRail } from './StationRail';
import { useAllMade } from './use-all-made';
import { useBoxEdit } from './use-box-edit';
import { useMeasures } from './use-measures';
import { usePlace } from './use-place';
import { View } from '../parts/View';

const KeySheet = late('KeySheet');

interface BoxScreenProps {
  readonly jobId: string;
  readonly boxId: string;
  readonly first?: string | undefined;
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
  const { band, adds } = roomFor(open);
  // On a phone the work has the room, but where one counts; what was opened from a list there wants it too.
  const gives = !wide && (band || ('adder' in open && item !== undefined && touched?.tile === undefined));
  const fix = () => place.choose({ station: 'fix' });
  const { certain } = certaintyBy(box.box, edition, isEditionChosen(job, box.box));
  const settle: SettleProps = {
    onBox: edit,
    onEdition: (id) => changeJob(job, { edition: id, editionAssumed: false }),
  };
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
    <BoxWork
      {...{ box, job, counted, edition, around, place, tape, wide, fix, edit, editBoth, changeFields }}
      width={workWidth}
    />
  );
  return (
    <Screen
      title={box.name}
      detail={[STAGES[box.stage], box.room, box.circuit && `circuit ${box.circuit}`, edition.name]
        .filter(Boolean)
        .join(', ')}
      back={back}
      actions={<Actions {...{ go, canUndo, canRedo, wide }} onHelp={() => setHelping(true)} />}
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

interface ActionsProps extends Pick<ReturnType<typeof useBoxEdit>, 'go' | 'canUndo' | 'canRedo'> {
  readonly wide: boolean;
  readonly onHelp: () => void;
}

function Actions({ go, canUndo, canRedo, wide, onHelp }: ActionsProps) {
  return (
    <View className="flex-row items-center">
      <SaveSign />
      <IconPress label="Undo" icon={Undo} disabled={!canUndo} onPress={() => go('back')} />
      {(wide || canRedo) && (
        <IconPress label="Redo" icon={Redo} disabled={!canRedo} onPress={() => go('ahead')} />
      )}
      {wide && <IconPress label="Keys" icon={Keyboard} onPress={onHelp} />}
    </View>
  );
}
