/** The box: its vessel and verdict above, the work below, one row of thumbs at the bottom. */
import { CountPanel } from './panels/CountPanel';
import { AddPanel } from './panels/AddPanel';
import { ShellPanel } from './panels/ShellPanel';
import { TypePanel } from './panels/TypePanel';
import type { BoxFields } from '@dense-pack/core/box/record';
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { LucideIcon } from 'lucide-react-native';
import Box from 'lucide-react-native/icons/box';
import Cable from 'lucide-react-native/icons/cable';
import Keyboard from 'lucide-react-native/icons/keyboard';
import Plug from 'lucide-react-native/icons/plug';
import Redo from 'lucide-react-native/icons/redo-2';
import ReceiptText from 'lucide-react-native/icons/receipt-text';
import Undo from 'lucide-react-native/icons/undo-2';
import Wrench from 'lucide-react-native/icons/wrench';
import { useState } from 'react';
import { Pressable, ScrollView, useWindowDimensions, View } from 'react-native';
import { ServerAway } from '../client/api';
import { useHistory } from '../client/history';
import { editionFor, useBox } from '../client/queries';
import { Loading, Notice } from '../parts/Notice';
import { Button, IconPress } from '../parts/Press';
import { Screen } from '../parts/Screen';
import { Words } from '../parts/Words';
import { VerdictBand } from '../tape/Verdict';
import { useColours } from '../theme/theme';
import { Vessel } from '../vessel/Vessel';
import { Conflict } from './Conflict';

const PANELS = {
  count: { label: 'Count', icon: ReceiptText },
  shell: { label: 'Box', icon: Box },
  cable: { label: 'Cable', icon: Cable },
  device: { label: 'Device', icon: Plug },
  more: { label: 'More', icon: Wrench },
  type: { label: 'Type', icon: Keyboard },
} as const satisfies Record<string, { label: string; icon: LucideIcon }>;
export type PanelName = keyof typeof PANELS;

/** From this width on the vessel and the tape stand beside the work. */
const WIDE = 900;

interface BoxScreenProps {
  readonly jobId: string;
  readonly boxId: string;
  readonly first?: PanelName | undefined;
}

export function BoxScreen({ jobId, boxId, first = 'count' }: BoxScreenProps) {
  const { job, box, counted, change, error, isLoading, refetch } = useBox(jobId, boxId);
  const [panel, setPanel] = useState<PanelName>(first);
  const [line, setLine] = useState<number>();
  const [tile, setTile] = useState<string>();
  const history = useHistory(boxId);
  const { width, height } = useWindowDimensions();
  const back = { label: job?.name ?? 'the job', href: `/job/${jobId}` };
  if (!box || !counted || !job) {
    return (
      <Screen title="Box" back={back}>
        {isLoading ? (
          <Loading what="the box" />
        ) : (
          <Notice
            title={error instanceof ServerAway ? 'The box cannot be read now' : 'There is no such box'}
            tone="unknown"
            live
          >
            <Words tone="text-soft">
              {error instanceof ServerAway
                ? 'The server does not answer and this phone has not seen the box before.'
                : 'It may have been deleted.'}
            </Words>
            <Button label="Try again" onPress={() => void refetch()} />
          </Notice>
        )}
      </Screen>
    );
  }
  const edit = (next: BoxDocument) => {
    setTile(undefined);
    setLine(undefined);
    history.keep(box.box);
    change({ box: next });
  };
  const changeFields = (fields: Partial<BoxFields>) => {
    if (fields.box) history.keep(box.box);
    change(fields);
  };
  const go = (way: 'back' | 'ahead') => {
    const there = history.go(box.box, way);
    if (!there) return;
    setTile(undefined);
    setLine(undefined);
    change({ box: there });
  };
  const wide = width >= WIDE;
  const drawingWidth = wide ? Math.min(520, width * 0.42) : Math.min(width - 32, 520);
  const drawingHeight = wide ? Math.min(460, height - 330) : Math.min(300, height * 0.34);
  const instrument = (
    <View className="gap-2" style={{ width: drawingWidth, alignSelf: 'center' }}>
      <VerdictBand counted={counted} />
      <Vessel
        box={box.box}
        counted={counted}
        width={drawingWidth}
        height={drawingHeight}
        selected={tile}
        onSelect={(key, _itemId, nth) => {
          setTile(key === tile ? undefined : key);
          setLine(key === tile ? undefined : nth);
          setPanel('count');
        }}
      />
    </View>
  );
  const selectedItem = tile === undefined ? undefined : tile.slice(0, tile.indexOf(':'));
  const counts = (
    <CountPanel
      box={box.box}
      counted={counted}
      open={line}
      onOpen={(nth) => {
        setLine(nth);
        setTile(undefined);
      }}
      itemId={selectedItem}
      onChange={edit}
    />
  );
  const work = (
    <View className="gap-3 p-4 pt-2">
      <Conflict box={box} />
      {panel === 'count' && !wide && counts}
      {panel === 'count' && wide && (
        <ShellPanel job={job} box={box} edition={editionFor(job, box.box)} onChange={changeFields} />
      )}
      {panel === 'shell' && (
        <ShellPanel job={job} box={box} edition={editionFor(job, box.box)} onChange={changeFields} />
      )}
      {(panel === 'cable' || panel === 'device' || panel === 'more') && (
        <AddPanel key={panel} what={panel} box={box.box} edition={editionFor(job, box.box)} onChange={edit} />
      )}
      {panel === 'type' && <TypePanel box={box.box} job={job} onChange={edit} />}
    </View>
  );
  const shownPanel = wide && panel === 'count' ? 'shell' : panel;
  return (
    <Screen
      title={box.name}
      detail={[box.room, box.circuit && `circuit ${box.circuit}`, editionFor(job, box.box).name]
        .filter(Boolean)
        .join(', ')}
      back={back}
      actions={
        <View className="flex-row">
          <IconPress label="Undo" icon={Undo} disabled={!history.canUndo} onPress={() => go('back')} />
          <IconPress label="Redo" icon={Redo} disabled={!history.canRedo} onPress={() => go('ahead')} />
        </View>
      }
      fixed
    >
      {wide ? (
        <View className="min-h-0 flex-1 flex-row">
          <PanelRail panel={shownPanel} onChoose={setPanel} upright />
          <ScrollView className="min-w-0 flex-1" tabIndex={0}>
            {work}
          </ScrollView>
          <ScrollView
            className="flex-none border-l border-hair"
            contentContainerClassName="gap-3 p-4"
            tabIndex={0}
          >
            {instrument}
            <View style={{ width: drawingWidth }}>{counts}</View>
          </ScrollView>
        </View>
      ) : (
        <View className="min-h-0 flex-1">
          <View className="px-4 py-2">{instrument}</View>
          <ScrollView className="min-h-0 flex-1 border-t border-hair" tabIndex={0}>
            {work}
          </ScrollView>
          <PanelRail panel={shownPanel} onChoose={setPanel} />
        </View>
      )}
    </Screen>
  );
}

interface PanelRailProps {
  readonly panel: PanelName;
  readonly onChoose: (panel: PanelName) => void;
  readonly upright?: boolean;
}

function PanelRail({ panel, onChoose, upright = false }: PanelRailProps) {
  const colours = useColours();
  const names = (Object.keys(PANELS) as PanelName[]).filter((name) => !(upright && name === 'count'));
  return (
    <View
      role="tablist"
      aria-label="Parts of the work"
      className={
        upright ? 'w-[96px] border-r border-hair bg-paper' : 'flex-row border-t border-hair bg-paper'
      }
    >
      {names.map((name) => {
        const { label, icon: Icon } = PANELS[name];
        const on = name === panel;
        return (
          <Pressable
            key={name}
            role="tab"
            aria-selected={on}
            onPress={() => onChoose(name)}
            className={`min-h-[60px] min-w-0 items-center justify-center active:opacity-60 ${upright ? '' : 'flex-1'} ${on ? 'bg-sunk' : ''}`}
          >
            <View className={`h-1 w-full ${on ? 'bg-action' : 'bg-transparent'}`} />
            <View className="flex-1 items-center justify-center">
              <Icon size={22} color={on ? colours.action : colours.ink} aria-hidden />
              <Words size="fine" strong={on} tone={on ? 'text-action' : 'text-ink'}>
                {label}
              </Words>
            </View>
          </Pressable>
        );
      })}
    </View>
  );
}
