/**
 * How the router's stack of screens is drawn in a page: the one in use is shown, those before it stay as they were left. The
 * router's own drawing of a stack brings a header bar, its animations and a measuring of the page; none is used here.
 */
import {
  type DefaultNavigatorOptions,
  type ParamListBase,
  type StackNavigationState,
  StackRouter,
  useNavigationBuilder,
} from 'expo-router/react-navigation';
import type { ComponentType, ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';

type State = StackNavigationState<ParamListBase>;
type Props = DefaultNavigatorOptions<ParamListBase, string | undefined, State, object, never, never>;

/** The one router there is here; its actions and the builder's differ in an optional field alone. */
const useStack = useNavigationBuilder as unknown as (
  router: typeof StackRouter,
  props: Props,
) => {
  readonly state: State;
  readonly descriptors: Readonly<Record<string, { readonly render: () => ReactNode }>>;
  readonly NavigationContent: ComponentType<{ readonly children: ReactNode }>;
};

function Stack(props: Props) {
  const { state, descriptors, NavigationContent } = useStack(StackRouter, props);
  return (
    <NavigationContent>
      {state.routes.map(({ key }, nth) => {
        const shown = nth === state.index;
        return (
          <View
            key={key}
            aria-hidden={!shown}
            style={[StyleSheet.absoluteFill, shown ? undefined : styles.away]}
          >
            {descriptors[key]?.render()}
          </View>
        );
      })}
    </NavigationContent>
  );
}

const styles = StyleSheet.create({ away: { display: 'none' } });

export const createNativeStackNavigator = () => ({ Navigator: Stack });
