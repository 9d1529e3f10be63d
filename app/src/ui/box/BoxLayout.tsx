/** Where the parts of a box screen stand: one under the other on a phone, side by side where there is room. */
import type { ReactNode, RefObject } from 'react';
import { ScrollView } from 'react-native';
import { View } from '../parts/View';

interface LayoutProps {
  readonly rail: ReactNode;
  readonly bar: ReactNode;
  readonly instrument: ReactNode;
  readonly work: ReactNode;
  readonly scroller: RefObject<ScrollView | null>;
}

interface PhoneProps extends LayoutProps {
  /** The instrument stays while the work scrolls. */
  readonly pinned: boolean;
}

export const PhoneBox = ({ rail, bar, instrument, work, scroller, pinned }: PhoneProps) => (
  <View className="min-h-0 flex-1">
    {rail}
    {pinned && <View className="px-2 py-2">{instrument}</View>}
    <ScrollView ref={scroller} testID="work" className="min-h-0 flex-1 border-t border-hair" tabIndex={0}>
      {!pinned && <View className="px-2 pt-2">{instrument}</View>}
      {work}
    </ScrollView>
    {bar}
  </View>
);

interface WideProps extends LayoutProps {
  /** The count, under the vessel. */
  readonly tape: ReactNode;
  /** Width of the vessel, in px. */
  readonly width: number;
}

export const WideBox = ({ rail, bar, instrument, work, scroller, tape, width }: WideProps) => (
  <View className="min-h-0 flex-1 flex-row">
    <ScrollView className="flex-none border-r border-hair" tabIndex={-1}>
      {rail}
      {bar}
    </ScrollView>
    <ScrollView ref={scroller} className="min-w-0 flex-1" tabIndex={0}>
      {work}
    </ScrollView>
    <ScrollView className="flex-none border-l border-hair" contentContainerClassName="gap-3 p-4" tabIndex={0}>
      {instrument}
      <View style={{ width }}>{tape}</View>
    </ScrollView>
  </View>
);
