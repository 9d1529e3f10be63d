/**
 * The browser keeps the app itself. When the server has a newer one it is fetched beside it and waits: the person
 * is told and takes it when it suits; what is open is open again afterwards.
 */
import { useSyncExternalStore } from 'react';

/** `ready`: it waits to be taken. `elsewhere`: another window has taken it. */
export type NewVersion = 'none' | 'ready' | 'elsewhere';

let now: NewVersion = 'none';
let waiting: ServiceWorker | undefined;
let asked = false;
const followers = new Set<() => void>();
const tell = (next: NewVersion) => {
  now = next;
  for (const follow of followers) follow();
};

/** How often the server is asked for a newer version while the app stays open, in ms. */
const ASK_EVERY = 60 * 60 * 1000;

function watch(registration: ServiceWorkerRegistration): void {
  const ready = (worker: ServiceWorker | null) => {
    // The first version of all has nothing to take over from.
    if (!worker || !navigator.serviceWorker.controller) return;
    waiting = worker;
    tell('ready');
  };
  if (registration.waiting) ready(registration.waiting);
  registration.addEventListener('updatefound', () => {
    const { installing } = registration;
    installing?.addEventListener('statechange', () => {
      if (installing.state === 'installed') ready(registration.waiting ?? installing);
    });
  });
  const ask = () => void registration.update().catch(() => undefined);
  setInterval(ask, ASK_EVERY);
  document.addEventListener('visibilitychange', () => document.visibilityState === 'visible' && ask());
}

/** Has the browser keep the app, and watches for a newer one; only where it was exported with its service worker. */
export function keepApp(): void {
  if (process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return;
  const { serviceWorker } = navigator;
  const controlled = serviceWorker.controller !== null;
  serviceWorker.addEventListener('controllerchange', () => {
    if (!controlled) return;
    // A page nobody looks at goes over at once; one that is looked at is left to the person.
    if (asked || document.visibilityState === 'hidden') location.reload();
    else tell('elsewhere');
  });
  void serviceWorker.register('/sw.js').then(watch, () => undefined);
}

/** Takes the new version: the page is loaded anew, at the place it is at. */
export function takeVersion(): void {
  if (now === 'elsewhere') return location.reload();
  asked = true;
  waiting?.postMessage('take');
}

const follow = (follower: () => void) => {
  followers.add(follower);
  return () => void followers.delete(follower);
};

export const useNewVersion = (): NewVersion =>
  useSyncExternalStore(
    follow,
    () => now,
    () => now,
  );
