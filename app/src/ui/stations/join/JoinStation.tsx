/** Join: what is spliced to what, joint by joint, drawn, proved and ticked off. */
import type { Panel } from '@dense-pack/core/box/panel';
import { openRoles, type Roles, withRoles } from '@dense-pack/core/run/linked-roles';
import { comesOut } from '@dense-pack/core/box/comes-out';
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { Edition } from '@dense-pack/core/edition/edition';
import { bench } from '@dense-pack/core/simulate/instruments';
import { linesOf } from '@dense-pack/core/plan/ends';
import type { JointId } from '@dense-pack/core/wiring/end';
import { indexed } from '@dense-pack/core/wiring/indexed';
import { disturbanceOf } from '@dense-pack/core/plan/disturbance';
import { facesOf } from '@dense-pack/core/plan/faces';
import { workOf } from '@dense-pack/core/plan/suggest';
import { hasFound } from '@dense-pack/core/plan/planned';
import { sayHot } from '@dense-pack/core/plan/needs';
import Hand from 'lucide-react-native/icons/hand';
import { useEffect, useMemo, useRef, useState } from 'react';
import { View } from 'react-native';
import type { ChangeBoth, ChangeBox } from '../../box/use-box-edit';
import type { ShownBox } from '../../client/queries';
import { Notice } from '../../parts/Notice';
import { Button } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { useKit } from '../../truck/kit';
import { CarryOn } from './aloud/CarryOn';
import { jointSteps } from './aloud/steps';
import { CutList } from './CutList';
import { FaceCard } from './FaceCard';
import { HandWiring } from './HandWiring';
import { JointCard } from './JointCard';
import { BeforeHands, changedIn, type Part, PartChips, Recount, StepRow } from './JoinParts';
import { ProofBand } from './ProofBand';
import { type Trial, TrialChips, TryIt } from './TryIt';
import { Planning } from './Planning';
import {
  changeWork,
  confirmAll,
  type Judged,
  type Mode,
  recordedIn,
  type Shown,
  tickWork,
  useWiring,
} from './use-wiring';
import { WhatChanges } from './WhatChanges';
import { WiringDrawing } from './WiringDrawing';
import { HeldPanel } from './HeldPanel';
import { useHold } from './use-hold';
import { WorkEditor } from './WorkEditor';

const NOTHING_MADE: ReadonlySet<string> = new Set();

interface JoinStationProps {
  readonly box: ShownBox;
  readonly edition: Edition;
  readonly panel?: Panel | undefined;
  /** Roles of cables that follow from their links in the run. */
  readonly roles?: Roles | undefined;
  readonly width: number;
  readonly onBox: ChangeBox;
  readonly onBoth: ChangeBoth;
}

/** The box as it was found, with the wiring that was entered for it. */
function asFound({ box, found }: Pick<ShownBox, 'box' | 'found'>): BoxDocument {
  if (!found) return box;
  const entered = box.work?.found;
  const work = found.work ?? box.work;
  if (!work) return found;
  const { found: _found, ...rest } = work;
  return { ...found, work: { ...rest, ...(entered === undefined ? {} : { found: entered }) } };
}

export function JoinStation({ box, edition, panel, roles, width, onBox, onBoth }: JoinStationProps) {
  const [part, setPart] = useState<Part>('does');
  const mode: Mode = part === 'hand' ? 'found' : 'plan';
  const { found: before } = box;
  const now = withRoles(box.box, roles);
  const looked = useMemo(
    () => (mode === 'found' ? asFound({ box: now, found: before }) : now),
    [mode, now, before],
  );
  const shown = useWiring(looked, box.circuit, edition, mode, box.seen.made, comesOut(box));
  // What is set up follows the finger; the plan follows when it is worked out.
  const setUp = useMemo(() => {
    const work = workOf(now, box.circuit);
    return { work, lines: linesOf(now, work), faces: facesOf(now, work) };
  }, [now, box.circuit]);
  if (setUp.lines.length === 0) {
    return (
      <Notice title="Nothing to join yet">
        Bring in the cables first: what comes in says what meets in this box.
      </Notice>
    );
  }
  if (!shown || 'failed' in shown) return <Planning failed={shown?.failed} />;
  return (
    <Joined
      box={box}
      edition={edition}
      panel={panel}
      roles={roles}
      width={width}
      onBox={onBox}
      onBoth={onBoth}
      looked={looked}
      part={part}
      onPart={setPart}
      mode={mode}
      shown={shown}
      setUp={setUp}
    />
  );
}

interface JoinedProps extends JoinStationProps {
  /** The box whose wiring is shown: as it is planned, or as it was found. */
  readonly looked: BoxDocument;
  readonly part: Part;
  readonly onPart: (part: Part) => void;
  readonly mode: Mode;
  readonly shown: Shown;
  readonly setUp: Pick<Judged, 'work' | 'lines' | 'faces'>;
}

function Joined({
  box,
  looked,
  edition,
  panel,
  roles,
  width,
  onBox,
  onBoth,
  part,
  onPart,
  mode,
  shown,
  setUp,
}: JoinedProps) {
  const [busy, setBusy] = useState(false);
  const [trial, setTrial] = useState<Trial>({ on: [], off: [] });
  const kit = useKit();
  const { judged, order, pending } = shown;
  const { work, wiring, plan, faces, circuitry } = judged;
  const onWork = changeWork(onBoth, box.circuit, edition, kit, roles);
  const recorded = useMemo(() => recordedIn(box.box), [box.box]);
  const { held, selected, hold, look } = useHold(setUp, onWork, recorded);
  const made = useMemo(() => new Set(work.made), [work.made]);
  const test = useMemo(
    () =>
      bench(circuitry, work, {
        positions: Object.fromEntries(trial.on.map((id) => [id, 1])),
        off: trial.off,
      }),
    [circuitry, work, trial],
  );
  const live = (end: string) => part === 'try' && test.at(end).volts === 120;
  const joints = wiring.joints;
  const nameOf = (id: JointId) => {
    const carried = mode === 'plan' ? plan.carries.get(id) : undefined;
    return carried === undefined
      ? `${indexed(wiring).joint(id)?.ends.length ?? 0} ends`
      : sayHot(carried, work, faces);
  };
  const disturbance = useMemo(() => (mode === 'plan' ? disturbanceOf(judged) : undefined), [mode, judged]);
  const fates = disturbance?.joints;
  const changed = useMemo(() => changedIn(disturbance, judged), [disturbance, judged]);
  // The order of making up: joint by joint, then the devices. What stays closed is not made.
  const closed = new Set<string>(joints.flatMap(({ id }) => (fates?.get(id) === 'left' ? [id] : [])));
  const steps: readonly string[] = [
    ...joints.flatMap(({ id }) => (closed.has(id) ? [] : [id])),
    ...(mode === 'plan' ? faces.map(({ key }) => `face:${key}`) : []),
  ];
  const aloud = jointSteps(judged, nameOf).filter(({ tick: id }) => !closed.has(id));
  const joint = joints.find(({ id }) => id === selected);
  const at = steps.findIndex((id) => id === selected);
  const drawing = useRef<View>(null);
  useEffect(() => {
    // The panel takes the lower half: what is touched next comes into the upper one.
    if (held) (drawing.current as unknown as Partial<Element> | null)?.scrollIntoView?.({ block: 'start' });
  }, [held]);
  const redTail = mode === 'plan' && wiring.pigtails.some(({ colour }) => colour === 'red');
  const face = faces.find(({ key }) => `face:${key}` === selected);
  const tick = tickWork(onBoth, box.circuit, edition, kit, roles);
  return (
    <View className="gap-3">
      {(mode === 'plan' || work.found !== undefined) && (
        <ProofBand
          judged={judged}
          mode={mode}
          pending={pending}
          panel={panel}
          onConfirm={() => onWork(confirmAll)}
        />
      )}
      <PartChips
        part={part}
        changes={disturbance !== undefined || (mode === 'found' && hasFound(work))}
        onPart={onPart}
      />
      {part === 'try' && <TrialChips judged={judged} trial={trial} onTrial={setTrial} />}
      {(mode === 'plan' || joints.length + wiring.lands.length > 0) && (
        <>
          <View className="items-center gap-1" ref={drawing}>
            <WiringDrawing
              judged={judged}
              order={order}
              width={Math.min(width, 560)}
              selected={selected}
              lit={selected === undefined ? (part === 'changes' ? changed : undefined) : new Set([selected])}
              made={mode === 'plan' ? made : NOTHING_MADE}
              fates={fates}
              live={live}
              nameOf={nameOf}
              onJoint={(id) => look(selected === id ? undefined : id)}
              held={part === 'does' ? held?.key : undefined}
              onPiece={part === 'does' ? hold : undefined}
            />
            {redTail && (
              <Words size="fine" tone="text-soft">
                A red tail carries a switched hot, so that nobody takes it for one that is always on.
              </Words>
            )}
          </View>
          {mode === 'plan' && <StepRow steps={steps} at={at} onLook={look} />}
          {mode === 'plan' && aloud.length > 0 && (
            <Button label="Both hands busy" icon={Hand} onPress={() => setBusy(true)} />
          )}
        </>
      )}
      {busy && (
        <CarryOn
          box={box.box}
          edition={edition}
          judged={judged}
          joints={aloud}
          made={made}
          onTick={tick}
          onClose={() => setBusy(false)}
        />
      )}
      {face && <FaceCard judged={judged} face={face} onTick={tick} />}
      {joint && (
        <JointCard
          judged={judged}
          nth={joints.indexOf(joint)}
          name={nameOf(joint.id)}
          fate={fates?.get(joint.id)}
          made={made.has(joint.id)}
          onMade={mode === 'plan' ? () => tick(joint.id) : undefined}
        />
      )}
      {part === 'does' && (
        <>
          {!held && selected === undefined && (
            <Words tone="text-soft">Touch a cable or a device of the drawing to say what it does.</Words>
          )}
          <WorkEditor
            {...setUp}
            assumed={new Set(judged.assumed.map(({ piece }) => piece))}
            linked={openRoles(box.box, roles)}
            onWork={onWork}
            held={held}
            onHold={hold}
          />
        </>
      )}
      {part === 'try' && <TryIt judged={judged} test={test} />}
      {part === 'cut' && <CutList box={box.box} judged={judged} />}
      {part === 'hand' && (
        <HandWiring box={looked} circuit={box.circuit} judged={judged} edition={edition} onWork={onWork} />
      )}
      {part === 'changes' && disturbance && (
        <WhatChanges
          disturbance={disturbance}
          name={judged.name}
          anew={plan.kept?.anew === true}
          onWork={onWork}
        />
      )}
      {edition.connectors.value === 'each pair' && mode === 'plan' && (
        <Recount box={box.box} judged={judged} edition={edition} onBox={onBox} />
      )}
      <BeforeHands />
      {part === 'does' && (
        <HeldPanel
          {...setUp}
          box={asFound(box)}
          circuit={box.circuit}
          edition={edition}
          onWork={onWork}
          held={held}
          onHold={hold}
        />
      )}
    </View>
  );
}
