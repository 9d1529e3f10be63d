/** One of a few, as chips under a word; touching the chosen one again takes it back where that is allowed. */
import type { ReactNode } from 'react';
import { Chip } from './Press';
import { Words } from './Words';
import { View } from './View';

interface ChoiceProps<V extends string | number | boolean> {
  readonly title: string;
  readonly options: readonly { readonly value: V; readonly label: string; readonly detail?: string }[];
  readonly value: V | undefined;
  readonly onChoose: (value: V | undefined) => void;
  /** One must stay chosen. */
  readonly always?: boolean;
  /** They fill a row between them. */
  readonly even?: boolean;
}

export function Choice<V extends string | number | boolean>({
  title,
  options,
  value,
  onChoose,
  always = false,
  even = false,
}: ChoiceProps<V>) {
  return (
    <ChipGroup title={title}>
      {options.map((option) => (
        <Chip
          key={String(option.value)}
          label={option.label}
          detail={option.detail}
          on={option.value === value}
          className={even ? 'grow basis-[76px] px-1' : ''}
          onPress={() => onChoose(!always && option.value === value ? undefined : option.value)}
        />
      ))}
    </ChipGroup>
  );
}

/** Chips under a title, named by it for those who hear the page. */
export const ChipGroup = ({ title, children }: { readonly title: string; readonly children: ReactNode }) => (
  <View className="gap-1" role="group" aria-label={title}>
    <Words size="fine" strong>
      {title}
    </Words>
    <View className="flex-row flex-wrap gap-2">{children}</View>
  </View>
);

/** Options whose label is the value itself. */
export const plainOptions = <V extends string>(values: readonly V[]) =>
  values.map((value) => ({ value, label: value }));

/** Options from a table of words. */
export const wordOptions = <V extends string>(words: Readonly<Record<V, string>>) =>
  (Object.keys(words) as V[]).map((value) => ({ value, label: words[value] }));
