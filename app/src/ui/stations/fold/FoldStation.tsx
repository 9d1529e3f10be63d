/** Fold: the box opened layer by layer, from the back; what is in the way and what would help. An estimate, beside the verdict. */
import type { Edition } from '@dense-pack/core/edition/edition';
import type { FoldPlace } from '@dense-pack/core/fold/contents';
import { type Fold, foldBox } from '@dense-pack/core/fold/fold';
import {
  FOLD_ANSWERS,
  foldWhyWords,
  GROUND_SIDES,
  type GroundSide,
  orderOf,
  turned,
} from '@dense-pack/core/fold/fold-words';
import { helpsOf, helpWords, withSmartSwitches } from '@dense-pack/core/fold/help';
import type { Planned } from '@dense-pack/core/plan/planned';
import { showInches, sixtyFourths } from '@dense-pack/core/quantity/length';
import { foldFront, foldSide } from '@dense-pack/core/sheet/fold-picture';
import ChevronLeft from 'lucide-react-native/icons/chevron-left';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import CircleAlert from 'lucide-react-native/icons/circle-alert';
import CircleCheck from 'lucide-react-native/icons/circle-check';
import CircleQuestion from 'lucide-react-native/icons/circle-question-mark';
import Hand from 'lucide-react-native/icons/hand';
import CircleX from 'lucide-react-native/icons/circle-x';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import type { ChangeBox } from '../../box/use-box-edit';
import type { ShownBox } from '../../client/queries';
import { GangRow } from '../../gangs/GangRow';
import { Choice } from '../../parts/Choice';
import { Notice } from '../../parts/Notice';
import { PlainPicture } from '../../parts/PlainPicture';
import { Button, IconPress } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { useColours } from '../../theme/theme';
import { HandsBusy } from '../join/aloud/HandsBusy';
import { Planning } from '../join/Planning';
import { useWiring } from '../join/use-wiring';

interface FoldStationProps {
  readonly box: ShownBox;
  readonly edition: Edition;
  readonly width: number;
  readonly onBox: ChangeBox;
}

const tape = (parts: number) => `${showInches(sixtyFourths(parts))} in`;

export function FoldStation(props: FoldStationProps) {
  const shown = useWiring(props.box.box, props.box.circuit, props.edition, 'plan');
  if (!shown || 'failed' in shown) return <Planning failed={shown?.failed} />;
  return <Folded {...props} planned={shown.judged} />;
}

function Folded({ box, edition, width, onBox, planned }: FoldStationProps & { readonly planned: Planned }) {
  const [ground, setGround] = useState<GroundSide>('down');
  const fold = useMemo(() => foldBox(box.box, edition, planned), [box.box, edition, planned]);
  const titleOf = (id: string) => planned.faces.find((face) => face.item.id === id)?.title;
  return (
    <View className="gap-3">
      <Answer fold={fold} />
      {fold.inside && fold.places.length > 0 && (
        <Opened fold={fold} planned={planned} ground={ground} room={Math.min(width - 32, 520)} />
      )}
      {fold.places.length > 0 && (
        <Choice
          title="The ground of the devices"
          options={GROUND_SIDES.map((side) => ({ value: side, label: side }))}
          value={ground}
          always
          even
          onChoose={(side) => side && setGround(side)}
        />
      )}
      <Helps box={box} edition={edition} planned={planned} fold={fold} onBox={onBox} />
      <Later box={box} edition={edition} planned={planned} />
      <GangRow box={box.box} titleOf={titleOf} onBox={onBox} />
      <View className="gap-1">
        {[
          'An estimate in a model of straight solids: legal and workable are two answers.',
          ...fold.assumed,
        ].map((words) => (
          <Words key={words} size="fine" tone="text-soft">
            {words}
          </Words>
        ))}
      </View>
    </View>
  );
}

const SIGNS = {
  yes: { icon: CircleCheck, colour: 'legal' },
  tight: { icon: CircleAlert, colour: 'unknown' },
  no: { icon: CircleX, colour: 'over' },
  unknown: { icon: CircleQuestion, colour: 'unknown' },
} as const;

function Answer({ fold }: { readonly fold: Fold }) {
  const colours = useColours();
  const { icon: Icon, colour } = SIGNS[fold.fits];
  return (
    <View className="gap-1" role="status">
      <View className="flex-row items-center gap-2">
        <Icon size={26} strokeWidth={2.5} color={colours[colour]} aria-hidden />
        <Words size="lead" strong className="shrink" testID="fold-answer">
          {`${FOLD_ANSWERS[fold.fits]}${fold.depthLeft === undefined ? '' : `, ${tape(fold.depthLeft)} of depth left over`}`}
        </Words>
      </View>
      {fold.why.map((why) => (
        <Words key={foldWhyWords(why)}>{foldWhyWords(why)}</Words>
      ))}
    </View>
  );
}

interface OpenedProps {
  readonly fold: Fold;
  readonly planned: Planned;
  readonly ground: GroundSide;
  readonly room: number;
}

/** What is laid at each step, from the back: the joints of a layer, then its folds; the devices last. */
function stagesOf(
  places: readonly FoldPlace[],
): { readonly name: string; readonly lit: readonly FoldPlace[] }[] {
  const stages = (['ground', 'neutral', 'hot'] as const).map((layer) => ({
    name: { ground: 'Grounds', neutral: 'Neutrals', hot: 'Hots' }[layer],
    lit: places.filter((place) => place.layer === layer),
  }));
  return [...stages, { name: 'Devices', lit: places.filter(({ is }) => is === 'device') }].filter(
    ({ lit }) => lit.length > 0,
  );
}

function Opened({ fold, planned, ground, room }: OpenedProps) {
  const [at, setAt] = useState(0);
  const [busy, setBusy] = useState(false);
  const [done, setDone] = useState<ReadonlySet<string>>(new Set());
  const { inside } = fold;
  if (!inside) return null;
  const sideways = ground === 'left' || ground === 'right';
  const seen = sideways ? { ...inside, width: inside.height, height: inside.width } : inside;
  const places = turned(fold.places, inside.width, inside.height, ground);
  const stages = stagesOf(places);
  const now = Math.min(at, stages.length - 1);
  const laid = stages.slice(0, now + 1).flatMap(({ lit }) => lit);
  const lit = new Set(stages[now]?.lit.map(({ what }) => what));
  const order = orderOf(places, seen.width, seen.height, planned);
  const steps = order.map((words, nth) => ({ tick: String(nth), title: `Fold, ${nth + 1}`, lines: [words] }));
  return (
    <View className="gap-3">
      <View className="flex-row items-center justify-between">
        <IconPress
          label="Towards the back"
          icon={ChevronLeft}
          disabled={now === 0}
          onPress={() => setAt(now - 1)}
        />
        <View className="items-center">
          <Words strong testID="fold-layer">
            {`${stages[now]?.name ?? ''}, ${now + 1} of ${stages.length} from the back`}
          </Words>
        </View>
        <IconPress
          label="Towards the front"
          icon={ChevronRight}
          disabled={now === stages.length - 1}
          onPress={() => setAt(now + 1)}
        />
      </View>
      <View className="items-center">
        <PlainPicture picture={foldFront(seen, laid, lit, room)} width={room} on="screen" />
      </View>
      <Choice
        title="Layers, from the back"
        options={stages.map(({ name }, nth) => ({ value: nth, label: name }))}
        value={now}
        always
        even
        onChoose={(nth) => nth !== undefined && setAt(nth)}
      />
      <Words heading={2} strong>
        From the side
      </Words>
      <View className="items-center">
        <PlainPicture picture={foldSide(seen, places, fold.depthLeft, room)} width={room} on="screen" />
      </View>
      <Button label="Both hands busy" icon={Hand} onPress={() => setBusy(true)} />
      {busy && (
        <HandsBusy
          steps={steps}
          made={done}
          onTick={(id) => setDone((before) => new Set([...before, id]))}
          onClose={() => setBusy(false)}
        />
      )}
      <View className="gap-1 rounded-card border border-hair bg-sheet px-3 py-2">
        <Words heading={2} strong>
          In this order
        </Words>
        {order.map((words, nth) => (
          <Words key={words}>{`${nth + 1}. ${words.charAt(0).toUpperCase()}${words.slice(1)}.`}</Words>
        ))}
      </View>
    </View>
  );
}

interface HelpsProps {
  readonly box: ShownBox;
  readonly edition: Edition;
  readonly planned: Planned;
  readonly fold: Fold;
  readonly onBox: ChangeBox;
}

function Helps({ box, edition, planned, fold, onBox }: HelpsProps) {
  const helps = useMemo(() => helpsOf(box.box, edition, planned, fold), [box.box, edition, planned, fold]);
  if (helps.length === 0 || fold.fits === 'yes') return null;
  return (
    <View className="gap-2" role="group" aria-label="What would help">
      <Words heading={2} strong>
        What would help, best first
      </Words>
      {helps.map((help) => {
        const { kind, fold: other, box: ordered } = help;
        const said = `${helpWords(help)}: ${FOLD_ANSWERS[other.fits].toLowerCase()}${other.depthLeft === undefined ? '' : `, ${tape(other.depthLeft)} left over`}`;
        return ordered ? (
          <Button
            key={kind}
            label={said}
            onPress={() => onBox((now) => ({ ...now, items: reordered(now.items, ordered.items) }))}
          />
        ) : (
          <View key={kind} className="rounded-card border border-hair bg-sheet px-3 py-2">
            <Words>{said}</Words>
          </View>
        );
      })}
    </View>
  );
}

/** The devices of a box in the order another has them; what is not in the other stays. */
function reordered<T extends { readonly id: string; readonly kind: string }>(
  items: readonly T[],
  other: readonly T[],
): T[] {
  const order = other.filter(({ kind }) => kind === 'device').map(({ id }) => id);
  const devices = items
    .filter(({ kind }) => kind === 'device')
    .sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id));
  let nth = 0;
  return items.map((item) => (item.kind === 'device' ? (devices[nth++] ?? item) : item));
}

/** Whether deeper switches would have room in the same box one day. */
function Later({ box, edition, planned }: Omit<HelpsProps, 'fold' | 'onBox'>) {
  const [asked, setAsked] = useState(false);
  const later = useMemo(() => withSmartSwitches(box.box), [box.box]);
  const changed = later.items.some((item, nth) => item !== box.box.items[nth]);
  if (!changed) return null;
  if (!asked) return <Button label="Room for smart switches later?" onPress={() => setAsked(true)} />;
  const fold = foldBox(later, edition, planned);
  return (
    <Notice
      title={`With smart switches, 1½ in deep: ${FOLD_ANSWERS[fold.fits].toLowerCase()}`}
      tone={fold.fits === 'yes' ? 'quiet' : fold.fits === 'no' ? 'over' : 'unknown'}
    >
      {[
        ...(fold.depthLeft === undefined ? [] : [`${tape(fold.depthLeft)} of depth left over.`]),
        ...fold.why.map(foldWhyWords),
      ].join(' ')}
    </Notice>
  );
}
