/** The box itself: its kind by picture, how its volume is known, gangs, material and mounting. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { changeKind, changeShell } from '@dense-pack/core/box/edit';
import { type Form, FORMS, MATERIALS, type Material, MOUNTS } from '@dense-pack/core/box/words';
import type { Edition } from '@dense-pack/core/edition/edition';
import { Choice, plainOptions } from '../../parts/Choice';
import { Stepper } from '../../parts/Press';
import { Steps } from '../../parts/Steps';
import { Touch } from '../../parts/Touch';
import { Words } from '../../parts/Words';
import { BoxPicture } from '../BoxPicture';
import type { ChangeBox } from '../use-box-edit';
import { BoxVolume } from './BoxVolume';
import { View } from '../../parts/View';

interface Kind {
  readonly form: Form;
  readonly gangs: number;
  readonly label: string;
  readonly material?: Material;
}

const KINDS: readonly Kind[] = [
  { form: 'device-box', gangs: 1, label: '1-gang', material: 'plastic' },
  { form: 'device-box', gangs: 2, label: '2-gang', material: 'plastic' },
  { form: 'device-box', gangs: 3, label: '3-gang', material: 'plastic' },
  { form: 'device-box', gangs: 4, label: '4-gang', material: 'plastic' },
  { form: 'round', gangs: 1, label: 'Round' },
  { form: 'square', gangs: 1, label: 'Square', material: 'metal' },
  { form: 'pan', gangs: 1, label: 'Pan' },
  { form: 'masonry', gangs: 1, label: 'Masonry', material: 'metal' },
  { form: 'surface', gangs: 1, label: 'Surface' },
];

interface BoxPanelProps {
  readonly box: BoxDocument;
  readonly edition: Edition;
  readonly onChange: ChangeBox;
}

export function BoxPanel({ box, edition, onChange }: BoxPanelProps) {
  const { shell } = box;
  const set = (change: Parameters<typeof changeShell>[1]) => onChange((now) => changeShell(now, change));
  return (
    <View className="gap-4">
      <View className="gap-2">
        <Words heading={2} strong>
          Which box is it?
        </Words>
        <View className="flex-row flex-wrap gap-2" role="group" aria-label="Kind of box">
          {KINDS.map(({ form, gangs, label, material }) => {
            const on = shell.form === form && (form !== 'device-box' || shell.gangs === gangs);
            return (
              <Touch
                key={label}
                role="button"
                aria-pressed={on}
                aria-label={`${label}: ${FORMS[form]}`}
                className={`min-h-thumb min-w-[60px] max-w-[110px] grow basis-[60px] items-center justify-end gap-1 rounded-card border px-1 py-1 active:opacity-70 ${on ? 'border-2 border-action bg-sunk' : 'border-line bg-sheet'}`}
                onPress={() =>
                  onChange((now) =>
                    changeKind(now, {
                      form,
                      gangs,
                      ...(now.shell.material === undefined && material !== undefined ? { material } : {}),
                    }),
                  )
                }
              >
                <BoxPicture form={form} gangs={gangs} height={gangs > 3 ? 36 : 44} />
                <Words size="fine" strong={on} tone={on ? 'text-action' : 'text-ink'}>
                  {label}
                </Words>
              </Touch>
            );
          })}
        </View>
      </View>
      <BoxVolume box={box} edition={edition} onChange={onChange} />
      <View className="flex-row flex-wrap items-start gap-4">
        <View className="gap-1">
          <Words size="fine" strong>
            Gangs
          </Words>
          <Stepper
            label="gangs"
            value={shell.gangs}
            least={1}
            most={8}
            onChange={(gangs) => set({ gangs })}
          />
        </View>
        <Choice
          title="Material"
          options={plainOptions(shell.box === undefined ? MATERIALS : (['metal'] as const))}
          value={shell.material}
          onChoose={(material) => set({ material })}
        />
        <Choice
          title="Mounting"
          options={plainOptions(MOUNTS)}
          value={shell.mount}
          onChoose={(mount) => set({ mount })}
        />
      </View>
      <ConduitBody box={box} onSet={set} />
    </View>
  );
}

interface ConduitBodyProps {
  readonly box: BoxDocument;
  readonly onSet: (change: Parameters<typeof changeShell>[1]) => void;
}

/** A conduit body instead of a box, with the cross-sections its rule asks for (314.16(C)). */
function ConduitBody({ box, onSet }: ConduitBodyProps) {
  const { conduitBody: body } = box.shell;
  const area = (key: 'section' | 'conduit', label: string, start: number) => (
    <Steps
      label={label}
      value={body?.[key] === undefined ? undefined : Number(body[key])}
      start={start}
      least={0.01}
      most={20}
      large={0.1}
      small={0.01}
      show={(amount) => amount.toFixed(2)}
      onChange={(amount) => onSet({ conduitBody: { ...body, [key]: String(amount) } })}
    />
  );
  return (
    <View className="gap-2">
      <Choice
        title="In place of a box"
        options={[{ value: true as const, label: 'conduit body' }]}
        value={body ? true : undefined}
        onChoose={(is) => onSet({ conduitBody: is ? {} : undefined })}
      />
      {body && area('section', 'Its cross-section, in²', 1.72)}
      {body && area('conduit', 'Of the largest conduit, in²', 0.86)}
    </View>
  );
}
