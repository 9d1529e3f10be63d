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
class Held extends Component<HeldProps, { readonly failed: boolean; readonly tries: number }> {
  override state = { failed: false, tries: 0 };

  static getDerivedStateFromError() {
    return { failed: true };
  }

  /** Loads the page anew only where it will come: without its server all that is open would be gone with it. */
  readonly tryAgain = async () => {
    const there = await fetch(globalThis.location.href, { cache: 'no-store' }).then(
      ({ ok }) => ok,
      () => false,
    );
    if (there) globalThis.location.reload();
    else this.setState(({ tries }) => ({ tries: tries + 1 }));
  };

  override render() {
    const { frame, children } = this.props;
    const { failed, tries } = this.state;
    if (!failed) return children;
    return frame(
      <Notice title="This part could not be shown" tone="unknown" live>
        <Words tone="text-soft">
          It is fetched when it is first opened, and the network or the server is away. Everything you did is
          kept.
        </Words>
        {tries > 0 && <Words>{`No answer yet; tried ${tries === 1 ? 'once' : `${tries} times`}.`}</Words>}
        <Button label="Try again" onPress={() => void this.tryAgain()} />
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
