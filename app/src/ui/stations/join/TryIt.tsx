/** Flip the switches, open the breakers, and see what is live and what each instrument would read. */
import type { Bench } from '@dense-pack/core/simulate/instruments';
import { fedFrom } from '@dense-pack/core/simulate/state';
import { nameOfCircuit } from '@dense-pack/core/physical/circuits';
import Lightbulb from 'lucide-react-native/icons/lightbulb';
import LightbulbOff from 'lucide-react-native/icons/lightbulb-off';
import { useState } from 'react';
import { Choice } from '../../parts/Choice';
import { Fold } from '../../parts/Fold';
import { Chip } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { useColours } from '../../theme/theme';
import type { Judged } from './use-wiring';
import { View } from '../../parts/View';

/** Switches that are on, and circuits whose breaker is off. */
export interface Trial {
  readonly on: readonly string[];
  readonly off: readonly string[];
}

interface TryItProps {
  readonly judged: Judged;
  readonly test: Bench;
  readonly trial: Trial;
  readonly onTrial: (trial: Trial) => void;
}

const turned = (list: readonly string[], one: string) =>
  list.includes(one) ? list.filter((other) => other !== one) : [...list, one];

/** The breakers and switches, to flip while the drawing is in sight. */
export function TrialChips({ judged, trial, onTrial }: Pick<TryItProps, 'judged' | 'trial' | 'onTrial'>) {
  const { work } = judged;
  return (
    <View className="flex-row flex-wrap gap-2" role="group" aria-label="Breakers and switches">
      {work.circuits.map(({ id }) => (
        <Chip
          key={id}
          label={nameOfCircuit(work, id)}
          detail={trial.off.includes(id) ? 'breaker off' : 'breaker on'}
          on={!trial.off.includes(id)}
          onPress={() => onTrial({ ...trial, off: turned(trial.off, id) })}
        />
      ))}
      {judged.circuitry.physical.switches.map(({ id, name }) => (
        <Chip
          key={id}
          label={name}
          detail={trial.on.includes(id) ? 'up' : 'down'}
          on={trial.on.includes(id)}
          onPress={() => onTrial({ ...trial, on: turned(trial.on, id) })}
        />
      ))}
    </View>
  );
}

export function TryIt({ judged, test }: Pick<TryItProps, 'judged' | 'test'>) {
  const colours = useColours();
  const lamp = (nth: number, lit: boolean, name: string) => (
    <View key={nth} className="items-center">
      <View className={`h-4 w-4 rounded-full border-2 border-ink ${lit ? 'bg-focus' : 'bg-sunk'}`} />
      <Words size="fine">{name}</Words>
    </View>
  );
  return (
    <View className="gap-3">
      <View className="rounded-card border border-hair bg-sheet">
        {judged.circuitry.physical.uses.map((point) => {
          const on = fedFrom(test.state, point) !== undefined;
          const Bulb = on ? Lightbulb : LightbulbOff;
          return (
            <View
              key={point.id}
              className="min-h-thumb flex-row items-center gap-2 border-b border-hair px-3"
              testID="point"
            >
              <Bulb size={22} color={on ? colours.focus : colours.soft} aria-hidden />
              <Words className="min-w-0 flex-1">{point.name}</Words>
              <Words strong tone={on ? 'text-focus' : 'text-soft'}>
                {on ? 'on' : 'off'}
              </Words>
            </View>
          );
        })}
      </View>
      {judged.circuitry.physical.uses
        .filter(({ here, doubled, ground }) => here && !doubled && ground !== undefined)
        .map((point) => {
          const { hn, hg, ng, says } = test.plug(point);
          return (
            <View key={point.id} className="gap-1 rounded-card border border-hair bg-sheet p-3" testID="plug">
              <Words strong>{`Plug tester in ${point.name}`}</Words>
              <View className="flex-row gap-4">
                {[lamp(0, hn, 'HN'), lamp(1, hg, 'HG'), lamp(2, ng, 'NG')]}
              </View>
              <Words size="fine">{`${says}; meter ${test.meter(point.hot, point.neutral)}`}</Words>
            </View>
          );
        })}
      <Probe judged={judged} test={test} />
      <Words size="fine" tone="text-soft">
        Simulated, to learn what to expect. A real tester is proved on a known live source before and after; a
        plug tester cannot see a neutral and ground exchanged.
      </Words>
    </View>
  );
}

/** A meter between any two conductors or terminals, and a tester held to each. */
function Probe({ judged, test }: Pick<TryItProps, 'judged' | 'test'>) {
  const ends = [
    ...judged.lines.flatMap(({ wires }) => wires.map(({ id }) => id)),
    ...judged.faces.flatMap(({ terminals }) => terminals.map(({ id }) => id)),
  ];
  const [from, setFrom] = useState(ends[0]);
  const options = ends.map((value) => ({ value, label: judged.name(value).replace(/^the /, '') }));
  return (
    <Fold title="Meter and tester at every point">
      <View className="gap-2 border-t border-hair p-3">
        <Choice title="One probe on" options={options} value={from} always onChoose={setFrom} />
        {options.map(({ value, label }) => (
          <View key={value} className="flex-row flex-wrap justify-between gap-2">
            <Words size="fine" className="min-w-0 shrink">
              {label}
            </Words>
            <Words size="fine" strong>
              {`${from === undefined || value === from ? '' : `${test.meter(from, value)}, `}tester ${test.nonContact(value)}`}
            </Words>
          </View>
        ))}
      </View>
    </Fold>
  );
}
