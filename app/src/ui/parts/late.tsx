/** What is fetched after the first screen stands; a word, or the frame of the screen, is in its place until then. */
import { Component, type ComponentType, lazy, type ReactNode, Suspense, useEffect } from 'react';
import { whenIdle } from '../client/after-paint';
import { fetchAllLater, fetchedOnce } from './fetched-once';
import { Loading, Notice } from './Notice';
import { Button } from './Press';
import { Screen } from './Screen';
import { Words } from './Words';

const later = fetchedOnce(() => import('../later'));
type Later = Awaited<ReturnType<typeof later.load>>;

/** The late parts that are components, by the props they take. */
type Parts = {
  [K in keyof Later as PropsOf<Later[K]> extends never ? never : K]: Later[K];
};

/** A late part under its own name. */
export const late = <K extends keyof Parts>(name: K) =>
  lateOf((all) => (all as Parts)[name] as ComponentType<PropsOf<Parts[K]>>);
type PropsOf<C> = C extends ComponentType<infer P> ? P : never;

/** One of a table of late parts. */
export const lateOf = <P,>(pick: (all: Later) => ComponentType<P>) =>
  lazy(() => later.take((all) => ({ default: pick(all) })));

/** What a late module answers, a moment later. */
export const askLater = <T,>(ask: (all: Later) => T): Promise<T> => later.load().then(ask);

/** Fetches what is late once nothing else is to be done. */
export function useLaterFetched(): void {
  // Without a network it is fetched when it is asked for.
  useEffect(() => whenIdle(() => void fetchAllLater().catch(() => undefined)), []);
}

interface HeldProps {
  readonly frame: (inside: ReactNode) => ReactNode;
  readonly children: ReactNode;
}

/**
 * Says in words that a part could not be fetched, where the app would else be gone from the screen. What was done in
 * it is kept: it was saved as it was done.
 */
class Held extends Component<HeldProps, { readonly failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError() {
    return { failed: true };
  }

  override render() {
    const { frame, children } = this.props;
    if (!this.state.failed) return children;
    return frame(
      <Notice title="This part could not be shown" tone="unknown" live>
        <Words tone="text-soft">
          It is fetched when it is first opened, and the network or the server is away. Everything you did is
          kept.
        </Words>
        <Button label="Try again" onPress={() => globalThis.location?.reload()} />
      </Notice>,
    );
  }
}

const inScreen = (inside: ReactNode) => (
  <Screen title="Dense Pack" back={{ label: 'all jobs', href: '/' }}>
    {inside}
  </Screen>
);
const asItIs = (inside: ReactNode) => inside;

/** In place of a screen that is still being fetched: its frame, at once. */
export const LateScreen = ({ children }: { readonly children: ReactNode }) => (
  <Held frame={inScreen}>
    <Suspense fallback={inScreen(<Loading what="it" />)}>{children}</Suspense>
  </Held>
);

interface LatePartProps {
  /** What is fetched, for the word in its place; without it nothing stands there. */
  readonly what?: string;
  readonly children: ReactNode;
}

/** In place of a part that is still being fetched. */
export const LatePart = ({ what, children }: LatePartProps) => (
  <Held frame={asItIs}>
    <Suspense fallback={what === undefined ? null : <Loading what={what} />}>{children}</Suspense>
  </Held>
);
