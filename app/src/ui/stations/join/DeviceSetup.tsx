/** What one device is wired for. */
import type { DeviceWork, WorkPlan } from '@dense-pack/core/box/work';
import { takesNeutral } from '@dense-pack/core/device/kind';
import type { Face } from '@dense-pack/core/plan/faces';
import { nameOfCircuit } from '@dense-pack/core/physical/circuits';
import { Choice } from '../../parts/Choice';
import { hotOptions } from './hot-options';
import { View } from '../../parts/View';

/** Whether other outlets can be put behind its LOAD side. */
export const guardsOthers = ({ kind, work }: Face) => kind.inside(work).guard !== undefined;

/** What a half of a device is called where its hot is chosen. */
function halfTitle({ kind, work }: Face, nth: 0 | 1): string {
  const words = kind.inside(work).uses?.find(({ half }) => half === nth + 1)?.words;
  if (words === 'top') return 'Upper half';
  if (words === 'bottom') return 'Lower half';
  return words === undefined
    ? nth === 0
      ? 'First half'
      : 'Second half'
    : words.replace(/^its (own )?/, 'Its ');
}

interface DeviceSetupProps {
  readonly face: Face;
  readonly work: WorkPlan;
  readonly faces: readonly Face[];
  readonly onDevice: (change: Partial<Record<keyof DeviceWork, unknown>>) => void;
}

export function DeviceSetup({ face, work, faces, onDevice }: DeviceSetupProps) {
  const { kind, work: device, title, key } = face;
  const asks = new Set(kind.asks);
  const { circuit, halves, chain, end, second, guard } = device;
  if (face.terminals.length === 0) return null;
  const hots = hotOptions(work, faces);
  const guards = faces
    .filter((one) => guardsOthers(one) && one.key !== key)
    .map((one) => ({ value: one.key, label: `${one.title}, LOAD` }));
  const half = (nth: 0 | 1, hot: string | undefined) => {
    const next: [string, string] = [...(halves ?? [circuit, circuit])];
    next[nth] = hot ?? circuit;
    onDevice({ halves: next[0] === next[1] && next[0] === circuit ? undefined : next });
  };
  const guardHalf = (nth: 0 | 1, one: string | undefined) => {
    const next: [string | null, string | null] = [...(device.guards ?? [guard ?? null, guard ?? null])];
    next[nth] = one ?? null;
    const [first, second] = next;
    onDevice(
      first === second
        ? { guard: first ?? undefined, guards: undefined }
        : { guard: undefined, guards: next },
    );
  };
  const choices = [
    work.circuits.length > 1 && (
      <Choice
        key="circuit"
        title="Circuit"
        options={work.circuits.map(({ id }) => ({ value: id, label: nameOfCircuit(work, id) }))}
        value={circuit}
        always
        onChoose={(id) => onDevice({ circuit: id, halves: undefined })}
      />
    ),
    asks.has('halves') &&
      hots.length > 1 &&
      ([0, 1] as const).map((nth) => (
        <Choice
          key={nth}
          title={halfTitle(face, nth)}
          options={hots}
          value={halves?.[nth] ?? circuit}
          always
          onChoose={(hot) => half(nth, hot)}
        />
      )),
    asks.has('guard') &&
      asks.has('halves') &&
      guards.length > 0 &&
      ([0, 1] as const).map((nth) => (
        <Choice
          key={`guard${nth}`}
          title={`${halfTitle(face, nth)} protected by`}
          options={guards}
          value={device.guards === undefined ? guard : (device.guards[nth] ?? undefined)}
          onChoose={(one) => guardHalf(nth, one)}
        />
      )),
    asks.has('guard') && !asks.has('halves') && guards.length > 0 && (
      <Choice
        key="guard"
        title="Protected by"
        options={guards}
        value={guard}
        onChoose={(one) => onDevice({ guard: one })}
      />
    ),
    asks.has('neutral') && (
      <Choice
        key="neutral"
        title="Neutral"
        options={[
          { value: true, label: 'it takes one' },
          { value: false, label: 'made without' },
        ]}
        value={takesNeutral(kind, device)}
        always
        onChoose={(neutral) => onDevice({ neutral })}
      />
    ),
    asks.has('chain') && (
      <Choice
        key="chain"
        title="Works with"
        options={['way-1', 'way-2', 'way-3'].map((value) => ({
          value,
          label: `three-way ${value.slice(4)}`,
        }))}
        value={chain}
        onChoose={(one) => onDevice({ chain: one })}
      />
    ),
    asks.has('end') && (
      <Choice
        key="end"
        title="Its common"
        options={[
          { value: 'line' as const, label: 'takes the hot' },
          { value: 'load' as const, label: 'goes to the light' },
        ]}
        value={end}
        onChoose={(one) => onDevice({ end: one })}
      />
    ),
    asks.has('second') && (
      <Choice
        key="second"
        title="Second half"
        options={[
          { value: 'switch' as const, label: 'a switch' },
          { value: 'receptacle' as const, label: 'a receptacle' },
        ]}
        value={second ?? 'switch'}
        always
        onChoose={(one) => onDevice({ second: one })}
      />
    ),
  ].filter(Boolean);
  if (choices.length === 0) return null;
  return (
    <View className="gap-2" role="group" aria-label={title}>
      {choices}
    </View>
  );
}
