/** A part of a screen. In a page it is an element of the page: View.web.tsx. What needs more takes React Native’s own. */
import type { ComponentType } from 'react';
import { View as NativeView, type ViewProps as NativeProps, type ViewStyle } from 'react-native';

type Said = Extract<keyof NativeProps, `aria-${string}`>;
export interface ViewProps extends Pick<
  NativeProps,
  Said | 'children' | 'className' | 'id' | 'role' | 'tabIndex' | 'testID'
> {
  readonly style?: ViewStyle;
}

export const View = NativeView as unknown as ComponentType<ViewProps>;
