/** The work of each station but the count, fetched after the first screen stands. */
import type { ComponentType } from 'react';
import { lateOf } from '../parts/late';
import { STATION_NAMES, type Station } from '../stations';
import type { StationProps } from '../stations/station';

type Late = Exclude<Station, 'count'>;
const names = STATION_NAMES.filter((name): name is Late => name !== 'count');

export const STATION_VIEWS = Object.fromEntries(
  names.map((name) => [name, lateOf(({ VIEWS }) => VIEWS[name])]),
) as unknown as Readonly<Record<Late, ComponentType<StationProps>>>;
