/** Starts the app in a page. */
import './expo-modules';
import './faces.css';
import { ExpoRoot } from 'expo-router/build/ExpoRoot';
import { createElement } from 'react';
import { createRoot } from 'react-dom/client';
import { firstLook } from '@/ui/client/first-look';
import { dressed } from './dressed';
import { ctx } from './routes';

const root = document.getElementById('root');
if (root)
  void Promise.all([firstLook(globalThis.location.pathname, import.meta.url), dressed(document)]).then(() =>
    createRoot(root).render(createElement(ExpoRoot, { context: ctx })),
  );
