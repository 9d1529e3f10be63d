/** Join: what is spliced to what, joint by joint, drawn, proved and ticked off. */
import type { Edition } from '@dense-pack/core/edition/edition';
import { bench } from '@dense-pack/core/circuit/instruments';
import { facesOf } from '@dense-pack/core/splice/faces';
import { sayHot } from '@dense-pack/core/splice/needs';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import type { ChangeBox } from '../box/use-box-edit';
import type { ShownBox } from '../client/queries';
import { Notice } from '../parts/Notice';
import { Button, Chip } from '../parts/Press';
import { Words } from '../parts/Words';
import { useKit } from '../truck/kit';
import { CutList } from './CutList';
import { HandWiring } from './HandWiring';
import { JointCard } from './JointCard';
import { ProofBand } from './ProofBand';
import { type Trial, TrialChips, TryIt } from './TryIt';
import { changeWork, type Mode, useWiring } from './use-wiring';
import { WiringDrawing } from './WiringDrawing';
import { WorkEditor } from './WorkEditor';

interface JoinStationProps {
  readonly box: ShownBox;
  readonly edition: Edition;
  readonly width: number;
  readonly onBox: ChangeBox;
}

const PARTS = { does: 'Set up', try: 'Try it', cut: 'Cut list', hand: 'As found' } as const;
type Part = keyof typeof PARTS;

export function JoinStation({ box, edition, width, onBox }: JoinStationProps) {
  const [part, setPart] = useState<Part>('does');
  const [selected, setSelected] = useState<string>();
  const [trial, setTrial] = useState<Trial>({ on: [], off: [] });
  const mode: Mode = part === 'hand' ? 'found' : 'plan';
  const kit = useKit();
  const judged = useWiring(box.box, box.circuit, edition, mode);
  const { work, wiring, model, plan } = judged;
  const onWork = changeWork(onBox, box.circuit, edition, kit);
  const made = useMemo(() => new Set(work.made), [work.made]);
  const faces = useMemo(() => facesOf(box.box, work), [box.box, work]);
  const test = useMemo(
    () =>
      bench(model, work, { positions: Object.fromEntries(trial.on.map((id) => [id, 1])), off: trial.off }),
    [model, work, trial],
  );
  const live = (end: string) => part === 'try' && test.at(end).volts === 120;
  const joints = wiring.joints;
  const nameOf = (id: string) =>
    mode === 'plan'
      ? sayHot(plan.carries.get(id) ?? '', work, faces)
      : `${joints.find((one) => one.id === id)?.ends.length ?? 0} ends`;
  const at = joints.findIndex(({ id }) => id === selected);
  const step = (by: number) => setSelected(joints[(at + by + joints.length) % joints.length]?.id);
  const tick = (id: string) =>
    onWork((now) => ({
      ...now,
      made: now.made.includes(id) ? now.made.filter((one) => one !== id) : [...now.made, id],
    }));
  if (model.lines.length === 0) {
    return (
      <Notice title="Nothing to join yet">
        Bring in the cables first: what comes in says what meets in this box.
      </Notice>
    );
  }
  return (
    <View className="gap-3">
      <ProofBand judged={judged} mode={mode} />
      <View className="flex-row flex-wrap gap-2" role="group" aria-label="Join">
        {(Object.keys(PARTS) as Part[]).map((name) => (
          <Chip
            key={name}
            label={PARTS[name]}
            on={part === name}
            className="grow"
            onPress={() => setPart(name)}
          />
        ))}
      </View>
      {part === 'try' && <TrialChips judged={judged} trial={trial} onTrial={setTrial} />}
      {(mode === 'plan' || joints.length + wiring.lands.length > 0) && (
        <>
          <View className="items-center">
            <WiringDrawing
              judged={judged}
              width={Math.min(width, 560)}
              selected={selected}
              lit={selected === undefined ? undefined : new Set([selected])}
              made={mode === 'plan' ? made : new Set()}
              live={live}
              nameOf={nameOf}
              onJoint={(id) => setSelected(selected === id ? undefined : id)}
            />
          </View>
          {joints.length > 0 && mode === 'plan' && (
            <View className="flex-row gap-2">
              <Button label="Back" className="flex-1" disabled={at < 0} onPress={() => step(-1)} />
              <Button
                label={at < 0 ? 'Step through the joints' : `Next of ${joints.length}`}
                kind="main"
                className="flex-[2]"
                onPress={() => step(1)}
              />
              {at >= 0 && <Button label="All" onPress={() => setSelected(undefined)} />}
            </View>
          )}
        </>
      )}
      {selected !== undefined && at >= 0 && (
        <JointCard
          box={box.box}
          judged={judged}
          nth={at}
          name={nameOf(selected)}
          made={made.has(selected)}
          onMade={mode === 'plan' ? () => tick(selected) : undefined}
        />
      )}
      {part === 'does' && (
        <WorkEditor box={box.box} work={work} lines={model.lines} faces={faces} onWork={onWork} />
      )}
      {part === 'try' && <TryIt judged={judged} test={test} box={box.box} />}
      {part === 'cut' && <CutList box={box.box} judged={judged} />}
      {part === 'hand' && <HandWiring box={box.box} judged={judged} onWork={onWork} />}
      <Notice title="Before hands go in">
        Power off, locked or tagged, and every conductor proved dead. The plan helps a qualified person; the
        adopted code, the marking on each part and the inspector decide.
      </Notice>
    </View>
  );
}
