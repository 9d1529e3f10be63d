/** Every kind of device, by its word in the count line, in the order a person looks for them. */
import { blank } from './kinds/blank.ts';
import { combo } from './kinds/combo.ts';
import { dimmer } from './kinds/dimmer.ts';
import { dryer } from './kinds/dryer.ts';
import { duplex } from './kinds/duplex.ts';
import { fanControl } from './kinds/fan-control.ts';
import { fourWay } from './kinds/four-way.ts';
import { gfci } from './kinds/gfci.ts';
import { nightLight } from './kinds/night-light.ts';
import { range } from './kinds/range.ts';
import { sensor } from './kinds/sensor.ts';
import { single } from './kinds/single.ts';
import { smart } from './kinds/smart.ts';
import { plainSwitch } from './kinds/switch.ts';
import { threeWay } from './kinds/three-way.ts';
import { timer } from './kinds/timer.ts';
import { twoPole } from './kinds/two-pole.ts';
import { usb } from './kinds/usb.ts';
import type { DeviceKind } from './kind.ts';

export const DEVICE_KINDS = {
  duplex,
  switch: plainSwitch,
  gfci,
  '3way': threeWay,
  dimmer,
  smart,
  single,
  usb,
  '4way': fourWay,
  timer,
  sensor,
  combo,
  'fan-control': fanControl,
  'night-light': nightLight,
  '2pole': twoPole,
  range,
  dryer,
  blank,
} as const satisfies Readonly<Record<string, DeviceKind>>;

export type DeviceName = keyof typeof DEVICE_KINDS;

/** The names of all kinds, in the order a person looks for them. */
export const DEVICE_NAMES = Object.keys(DEVICE_KINDS) as [DeviceName, ...DeviceName[]];

export const kindOf = (name: DeviceName): DeviceKind => DEVICE_KINDS[name];

export type { DeviceKind };

/** Whether a kind of device takes both hots of a two-pole breaker. */
export const takesBothHots = (name: DeviceName): boolean =>
  Object.values(kindOf(name).meant({ circuit: 'a' })).some(({ is }) => is === 'partner');
