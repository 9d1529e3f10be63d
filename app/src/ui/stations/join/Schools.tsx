/** Ways of working: each is accepted by some; the first is the one begun with, and why is said. */
import type { Schools as Chosen } from '@dense-pack/core/box/work';
import { Choice } from '../../parts/Choice';
import { Fold } from '../../parts/Fold';
import { Words } from '../../parts/Words';
import type { ChangeWork } from './use-wiring';
import { View } from '../../parts/View';

interface SchoolsProps {
  readonly schools: Chosen;
  readonly onWork: ChangeWork;
}

const YES_NO = [
  { value: true, label: 'Yes' },
  { value: false, label: 'No' },
];

export function Schools({ schools, onWork }: SchoolsProps) {
  const set = (change: Partial<Chosen>) =>
    onWork((now) => ({ ...now, schools: { ...now.schools, ...change } }));
  return (
    <Fold title="Ways of working">
      <View className="gap-3 border-t border-hair p-3">
        <Choice
          title="From device to device and on to the next box"
          options={[
            { value: 'pigtail' as const, label: 'Pigtails' },
            { value: 'feed-through' as const, label: 'Through its screws' },
            { value: 'jumper' as const, label: 'Screw to screw' },
          ]}
          value={schools.splice}
          always
          onChoose={(splice) => splice && set({ splice })}
        />
        <Words size="fine" tone="text-soft">
          With pigtails the rest of the run stays alive when the device fails. A multiwire neutral is always
          pigtailed. Devices wired screw to screw are made up before they go in; their grounds are pigtailed
          all the same.
        </Words>
        <Choice
          title="Joints that were found"
          options={[
            { value: false, label: 'Left closed where they can be' },
            { value: true, label: 'Made anew, all' },
          ]}
          value={schools.remake === true}
          always
          onChoose={(remake) =>
            remake !== undefined && onWork((now) => ({ ...now, schools: remade(now.schools, remake) }))
          }
        />
        <Choice
          title="Tape round the terminals of a finished device"
          options={YES_NO}
          value={schools.tape}
          always
          onChoose={(tape) => set({ tape: tape === true })}
        />
        <Words size="fine" tone="text-soft">
          Common practice, in metal boxes above all; no rule either way.
        </Words>
        <Choice
          title="Connectors"
          options={[
            { value: 'twist' as const, label: 'Twist-on' },
            { value: 'push' as const, label: 'Push-in' },
            { value: 'lever' as const, label: 'Lever' },
          ]}
          value={schools.connector}
          always
          onChoose={(connector) => connector && set({ connector })}
        />
        {schools.connector === 'twist' && (
          <Choice
            title="Twist the conductors together first"
            options={YES_NO}
            value={schools.pretwist}
            always
            onChoose={(pretwist) => set({ pretwist: pretwist === true })}
          />
        )}
        <Choice
          title="Leave a spare neutral tail at switches"
          options={YES_NO}
          value={schools.spareNeutral}
          always
          onChoose={(spareNeutral) => set({ spareNeutral: spareNeutral === true })}
        />
        <Words size="fine" tone="text-soft">
          A smart switch or a timer that comes later wants a neutral.
        </Words>
        <Choice
          title="Ground of devices"
          options={[
            { value: 'pigtail' as const, label: 'Pigtail to each' },
            { value: 'self-grounding' as const, label: 'Self-grounding yoke' },
            { value: 'yoke' as const, label: 'Switches by their screws' },
          ]}
          value={schools.ground}
          always
          onChoose={(ground) => ground && set({ ground })}
        />
        <Words size="fine" tone="text-soft">
          A pigtail serves in every box. The others want a bonded metal box. Metal screws ground a switch
          there (NEC 404.9(B)); a receptacle wants a self-grounding yoke, and in Canada always a pigtail.
        </Words>
        <Choice
          title="Pigtails, in"
          options={[6, 8, 10].map((value) => ({ value, label: String(value) }))}
          value={schools.pigtail}
          always
          onChoose={(pigtail) => pigtail !== undefined && set({ pigtail })}
        />
      </View>
    </Fold>
  );
}

/** Whether every joint is made anew, whatever was found. */
export function remade({ remake: _remake, ...rest }: Chosen, anew: boolean): Chosen {
  return anew ? { ...rest, remake: true } : rest;
}
