/** The stations, in the order of the work. Adding one is adding its folder, its line here and its view in views.ts. */
import { change } from './change/station';
import { close } from './close/station';
import { count } from './count/station';
import { fix } from './fix/station';
import { cutIn } from './cut-in/station';
import { fold } from './fold/station';
import { found } from './found/station';
import { identify } from './identify/station';
import { join } from './join/station';
import { land } from './land/station';
import { safe } from './safe/station';
import type { Progress, StationPart } from './station';

export const STATIONS = {
  safe,
  found,
  identify,
  change,
  count,
  fix,
  'cut-in': cutIn,
  join,
  land,
  fold,
  close,
} as const satisfies Readonly<Record<string, StationPart>>;
export type Station = keyof typeof STATIONS;

export const STATION_NAMES = Object.keys(STATIONS) as Station[];

/** The stations whose work is done. */
export const doneStations = (progress: Progress): Station[] =>
  STATION_NAMES.filter((name) => STATIONS[name].isDone(progress));
