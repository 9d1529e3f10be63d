/** What one device is wired for. */
import type { DeviceWork, WorkPlan } from '@dense-pack/core/box/work';
import { type Face, SINGLE_POLE, takesNeutral } from '@dense-pack/core/splice/faces';
import { nameOfCircuit } from '@dense-pack/core/splice/needs';
import { View } from 'react-native';
import { Choice } from '../parts/Choice';
import { Words } from '../parts/Words';
import { hotOptions } from './hot-options';

interface DeviceSetupProps {
  readonly face: Face;
  readonly work: WorkPlan;
  readonly faces: readonly Face[];
  readonly onDevice: (change: Partial<Record<keyof DeviceWork, unknown>>) => void;
}

export function DeviceSetup({ face, work, faces, onDevice }: DeviceSetupProps) {
  const { item, work: device, title, key } = face;
  const { circuit, halves, chain, end, second, guard } = device;
  if (item.device === 'blank') return null;
  const hots = hotOptions(work, faces);
  const guards = faces
    .filter((one) => one.item.device === 'gfci' && one.key !== key)
    .map((one) => ({ value: one.key, label: `${one.title}, LOAD` }));
  const half = (nth: 0 | 1, hot: string | undefined) => {
    const next: [string, string] = [...(halves ?? [circuit, circuit])];
    next[nth] = hot ?? circuit;
    onDevice({ halves: next[0] === next[1] && next[0] === circuit ? undefined : next });
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
    item.device === 'duplex' &&
      hots.length > 1 &&
      ([0, 1] as const).map((nth) => (
        <Choice
          key={nth}
          title={nth === 0 ? 'Upper half' : 'Lower half'}
          options={hots}
          value={halves?.[nth] ?? circuit}
          always
          onChoose={(hot) => half(nth, hot)}
        />
      )),
    (item.device === 'duplex' || item.device === 'single' || item.device === 'usb') && guards.length > 0 && (
      <Choice
        key="guard"
        title="Protected by"
        options={guards}
        value={guard}
        onChoose={(one) => onDevice({ guard: one })}
      />
    ),
    SINGLE_POLE.includes(item.device) && item.device !== 'switch' && (
      <Choice
        key="neutral"
        title="Neutral"
        options={[
          { value: true, label: 'it takes one' },
          { value: false, label: 'made without' },
        ]}
        value={takesNeutral(item, device)}
        always
        onChoose={(neutral) => onDevice({ neutral })}
      />
    ),
    (item.device === '3way' || item.device === '4way') && (
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
    item.device === '3way' && (
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
    item.device === 'combo' && (
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
    <View className="gap-2 rounded-card border border-hair bg-sheet p-3" role="group" aria-label={title}>
      <Words strong>{title.charAt(0).toUpperCase() + title.slice(1)}</Words>
      {choices}
    </View>
  );
}
