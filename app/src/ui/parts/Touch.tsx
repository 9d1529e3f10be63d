/** What is pressed, bare: on a phone's own runtime the system's pressable. */
import type { ReactNode } from 'react';
import { Pressable, type PressableProps } from 'react-native';

export interface TouchProps extends Omit<PressableProps, 'children' | 'style' | 'onPress' | 'onLongPress'> {
  readonly children: ReactNode;
  readonly className?: string;
  readonly onPress?: (() => void) | undefined;
  readonly onLongPress?: (() => void) | undefined;
  readonly style?: { readonly height: number };
}

export function Touch({ onPress, onLongPress, ...rest }: TouchProps) {
  return (
    <Pressable
      role="button"
      {...rest}
      onPress={onPress ? () => onPress() : undefined}
      onLongPress={onLongPress ? () => onLongPress() : undefined}
    />
  );
}
