/** The work of each station but the count, loaded after the first screen stands. */
import type { ComponentType } from 'react';
import type { Station } from '.';
import { changeView } from './change/view';
import { closeView } from './close/view';
import { cutInView } from './cut-in/view';
import { fixView } from './fix/view';
import { foldView } from './fold/view';
import { foundView } from './found/view';
import { identifyView } from './identify/view';
import { joinView } from './join/view';
import { landView } from './land/view';
import { safeView } from './safe/view';
import type { StationProps } from './station';

export const VIEWS: Readonly<Record<Exclude<Station, 'count'>, ComponentType<StationProps>>> = {
  safe: safeView,
  found: foundView,
  identify: identifyView,
  change: changeView,
  fix: fixView,
  'cut-in': cutInView,
  join: joinView,
  land: landView,
  fold: foldView,
  close: closeView,
};
