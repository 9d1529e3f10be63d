/** The count on a wide screen: what is brought in and what is there side by side, the tape beside them. */
import type { BoxDocument, Item } from '@dense-pack/core/box/document';
import type { Tally } from '@dense-pack/core/fill/tally';
import type { ReactNode } from 'react';
import type { ChangeBox } from '../use-box-edit';
import { CablePanel } from './CablePanel';
import { FixButton } from './CountPanel';
import { DevicePanel } from './DevicePanel';
import { InTheBox } from './InTheBox';
import { View } from '../../parts/View';

interface WideCountProps {
  readonly box: BoxDocument;
  readonly counted: Tally;
  readonly onBox: ChangeBox;
  readonly onItem: (id: string) => void;
  readonly onFix: () => void;
}

/** What neither the cables' nor the devices' panel lists. */
const REST: readonly Item['kind'][] = [
  'conductors',
  'ground',
  'clamps',
  'fitting',
  'terminal',
  'fixture',
  'connectors',
  'pigtails',
  'added',
  'barrier',
];

const Column = ({ children }: { readonly children: ReactNode }) => (
  <View className="min-w-[300px] grow basis-[300px] gap-3">{children}</View>
);

export function WideCount({ box, counted, onBox, onItem, onFix }: WideCountProps) {
  const adding = { box, onChange: onBox, onOpen: onItem };
  return (
    <View className="gap-4">
      <FixButton box={box} counted={counted} onPress={onFix} />
      <View className="flex-row flex-wrap gap-x-6 gap-y-4">
        <Column>
          <CablePanel {...adding} />
        </Column>
        <Column>
          <DevicePanel {...adding} />
          <InTheBox {...adding} kinds={REST} />
        </Column>
      </View>
    </View>
  );
}
