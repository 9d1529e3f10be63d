/** Starts the app in a page. */
import './expo-modules';
import './faces.css';
import { ExpoRoot } from 'expo-router/build/ExpoRoot';
import { createElement } from 'react';
import { createRoot } from 'react-dom/client';
import { firstLook } from '@/ui/client/first-look';
import { ctx } from './routes';

// What the page has not asked for by now it need not ask for any more.
(globalThis as { early?: object }).early ??= {};

const root = document.getElementById('root');
if (root)
  void firstLook(globalThis.location.pathname, import.meta.url).then(() =>
    createRoot(root).render(createElement(ExpoRoot, { context: ctx })),
  );
