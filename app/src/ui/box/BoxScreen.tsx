/** The box: instrument above, the work of a station or an adder below, one row of thumbs at the bottom. */
import { rowWith } from '@dense-pack/core/box/rows';
import { STAGES } from '@dense-pack/core/box/words';
import Keyboard from 'lucide-react-native/icons/keyboard';
import Redo from 'lucide-react-native/icons/redo-2';
import Undo from 'lucide-react-native/icons/undo-2';
import { type ComponentProps, useCallback, useRef, useState } from 'react';
import { ScrollView, useWindowDimensions, View } from 'react-native';
import { ServerAway } from '../client/api';
import { editionFor, useBox } from '../client/queries';
import { Loading, Notice } from '../parts/Notice';
import { Button, IconPress } from '../parts/Press';
import { SaveSign } from '../parts/SaveSign';
import { Screen } from '../parts/Screen';
import { Words } from '../parts/Words';
import { doneStations, type Station, STATIONS } from '../stations';
import { useAllMade } from '../stations/join/use-wiring';
import { usePreferences } from '../theme/preferences';
import { AddBar, type Adder, ADDERS } from './AddBar';
import { Conflict } from './Conflict';
import { NotTaken } from './NotTaken';
import { Instrument } from './Instrument';
import { ItemCard } from './ItemCard';
import { KeySheet, useBoxKeys } from './keys';
import { CountPanel, FixButton } from './panels/CountPanel';
import { InTheBox } from './panels/InTheBox';
import { StationRail } from './StationRail';
import { useBoxEdit } from './use-box-edit';
import { Work } from './Work';

/** From this width on the vessel and the tape stand beside the work. */
const WIDE = 900;
/** Below this height, or with larger text, the instrument scrolls with the work. */
const TALL = 640;

/** What the lower part shows. */
export type Open = { readonly station: Station } | { readonly adder: Adder };

function openFrom(word: string | undefined): Open {
  if (word !== undefined && word in ADDERS) return { adder: word as Adder };
  return { station: word !== undefined && word in STATIONS ? (word as Station) : 'count' };
}

interface NoBoxProps {
  readonly back: ComponentProps<typeof Screen>['back'];
  readonly isLoading: boolean;
  readonly error: Error | null;
  readonly onRetry: () => void;
}

/** In place of a box that is not there, or not yet. */
function NoBox({ back, isLoading, error, onRetry }: NoBoxProps) {
  const away = error instanceof ServerAway;
  return (
    <Screen title="Box" back={back}>
      {isLoading ? (
        <Loading what="the box" />
      ) : (
        <Notice title={away ? 'The box cannot be read now' : 'There is no such box'} tone="unknown" live>
          <Words tone="text-soft">
            {away
              ? 'The server does not answer and this phone has not seen the box before.'
              : 'It may have been deleted.'}
          </Words>
          <Button label="Try again" onPress={onRetry} />
        </Notice>
      )}
    </Screen>
  );
}

interface BoxScreenProps {
  readonly jobId: string;
  readonly boxId: string;
  readonly first?: string | undefined;
}

export function BoxScreen({ jobId, boxId, first }: BoxScreenProps) {
  const { job, box, counted, error, isLoading, refetch } = useBox(jobId, boxId);
  const [open, setOpen] = useState<Open>(() => openFrom(first));
  const [line, setLine] = useState<number>();
  const [touched, setTouched] = useState<{ itemId: string; tile?: string }>();
  const [helping, setHelping] = useState(false);
  const planning = useRef(first === 'change');
  const isPlanning = useCallback(() => planning.current, []);
  const { edit, changeFields, go, canUndo, canRedo } = useBoxEdit(jobId, boxId, isPlanning);
  const made = useAllMade(box, job);
  const { text } = usePreferences();
  const { width, height } = useWindowDimensions();
  const wide = width >= WIDE;
  const pinned = wide || (height >= TALL && text <= 125);
  const scroller = useRef<ScrollView>(null);
  const choose = (next: Open) => {
    // From here on a change is a plan: what was found stays as it is. Looking alone writes nothing.
    if ('station' in next && next.station === 'change') planning.current = true;
    setOpen(next);
    setTouched(undefined);
    // Another station begins at its top. Where the instrument scrolls too, the person stays where they were.
    if (pinned) scroller.current?.scrollTo({ y: 0, animated: false });
  };
  useBoxKeys({ choose, go, help: () => setHelping(true), close: () => setTouched(undefined) });
  const back = { label: job?.name ?? 'the job', href: `/job/${jobId}` };
  if (!box || !counted || !job)
    return <NoBox back={back} isLoading={isLoading} error={error} onRetry={() => void refetch()} />;
  const edition = editionFor(job, box.box);
  const drawingWidth = wide ? Math.min(540, width * 0.42) : Math.min(width - 16, 540);
  // A box of which nothing is known yet leaves the room to the work.
  const bare = box.box.items.length === 0 && counted.capacity === null;
  const drawingHeight = wide
    ? Math.max(220, Math.min(420, height - 360))
    : Math.max(160, Math.min(300, height * (bare ? 0.2 : 0.32)));
  const item = box.box.items.find((one) => one.id === touched?.itemId);
  const row = item && rowWith(box.box.items, item.id);
  const instrument = (
    <Instrument
      box={box}
      job={job}
      width={drawingWidth}
      height={drawingHeight}
      bandOnly={!wide && 'station' in open && STATIONS[open.station].band}
      tile={touched?.tile}
      itemId={touched?.itemId}
      onTile={(tile, itemId, nth) => {
        setLine(nth);
        setTouched(touched?.tile === tile ? undefined : { itemId, tile });
      }}
      onItem={(itemId) => {
        setLine(undefined);
        setTouched(touched?.itemId === itemId ? undefined : { itemId });
      }}
      onAddCable={() => choose({ adder: 'cable' })}
    />
  );
  const card = item && row && (
    <ItemCard
      key={item.id}
      item={item}
      row={row}
      why={line === undefined ? undefined : counted.lines[line]?.why}
      onChange={edit}
      onClose={() => setTouched(undefined)}
    />
  );
  const fix = () => choose({ station: 'fix' });
  const tape = (
    <CountPanel box={box.box} counted={counted} open={line} onOpen={setLine} onFix={wide ? undefined : fix} />
  );
  const work = (
    <View className="gap-3 p-4 pt-3">
      <NotTaken boxId={boxId} />
      <Conflict box={box} edition={edition} />
      {card ??
        (wide && 'station' in open && open.station === 'count' ? null : (
          <Work
            open={open}
            box={box}
            job={job}
            counted={counted}
            edition={edition}
            tape={tape}
            width={wide ? width - drawingWidth - 140 : width}
            onBox={edit}
            onFields={changeFields}
            onItem={(itemId) => setTouched({ itemId })}
          />
        ))}
      {wide && !card && 'station' in open && open.station === 'count' && (
        <>
          <FixButton box={box.box} counted={counted} onPress={fix} />
          <InTheBox box={box.box} onChange={edit} onOpen={(itemId) => setTouched({ itemId })} />
          <Notice title="The count stands on the right">
            Touch a tile or a line there to see why it counts. Add with the buttons on the left, or press ?
            for the keys.
          </Notice>
        </>
      )}
    </View>
  );
  const done = doneStations({ box, counted, made });
  const station = 'station' in open ? open.station : undefined;
  const adder = 'adder' in open ? open.adder : undefined;
  const next: Adder | undefined =
    counted.capacity === null && box.box.items.length === 0
      ? 'box'
      : !box.box.items.some((one) => one.kind === 'cable' || one.kind === 'conductors')
        ? 'cable'
        : undefined;
  const rail = (
    <StationRail station={station} done={done} upright={wide} onChoose={(one) => choose({ station: one })} />
  );
  const bar = (
    <AddBar
      adder={adder}
      next={next === adder ? undefined : next}
      upright={wide}
      onChoose={(one) => choose(one === adder ? { station: 'count' } : { adder: one })}
    />
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
        <View className="min-h-0 flex-1 flex-row">
          <ScrollView className="flex-none border-r border-hair" tabIndex={-1}>
            {rail}
            {bar}
          </ScrollView>
          <ScrollView ref={scroller} className="min-w-0 flex-1" tabIndex={0}>
            {work}
          </ScrollView>
          <ScrollView
            className="flex-none border-l border-hair"
            contentContainerClassName="gap-3 p-4"
            tabIndex={0}
          >
            {instrument}
            <View style={{ width: drawingWidth }}>{tape}</View>
          </ScrollView>
        </View>
      ) : (
        <View className="min-h-0 flex-1">
          {rail}
          {pinned && <View className="px-2 py-2">{instrument}</View>}
          <ScrollView ref={scroller} className="min-h-0 flex-1 border-t border-hair" tabIndex={0}>
            {!pinned && <View className="px-2 pt-2">{instrument}</View>}
            {work}
          </ScrollView>
          {bar}
        </View>
      )}
      <KeySheet open={helping} onClose={() => setHelping(false)} />
    </Screen>
  );
}
