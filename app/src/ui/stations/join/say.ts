/** Writes what is said of one cable, of one device, or of one more circuit, into what the box does. */
import type { DeviceWork, Run, WorkPlan } from '@dense-pack/core/box/work';
import type { ChangeWork } from './use-wiring';

const LETTERS = ['a', 'b', 'c', 'd', 'e', 'f'];

/** Fields without those that are not said. */
export const said = <T extends object>(fields: T) =>
  Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined)) as T;

export const sayRun =
  (onWork: ChangeWork) =>
  (of: string, change: Partial<Record<keyof Run, unknown>>): void =>
    onWork((now) => ({
      ...now,
      runs: now.runs.map((run) => (run.of === of ? said({ ...run, ...change } as Run) : run)),
    }));
export const sayDevice =
  (onWork: ChangeWork) =>
  (of: string, change: Partial<Record<keyof DeviceWork, unknown>>): void =>
    onWork((now) => ({
      ...now,
      devices: now.devices.map((one) => (one.of === of ? said({ ...one, ...change } as DeviceWork) : one)),
    }));

/** The letter of the next circuit; undefined where six are there. */
export const nextCircuit = (work: WorkPlan) =>
  LETTERS.find((letter) => !work.circuits.some(({ id }) => id === letter));

/** Brings another circuit into the box and says what a cable does with it, as one change. */
export const withCircuit =
  (onWork: ChangeWork, of: string) => (use: (id: string) => Partial<Record<keyof Run, unknown>>) =>
    onWork((now) => {
      const id = nextCircuit(now);
      if (id === undefined) return now;
      return {
        ...now,
        circuits: [...now.circuits, { id, name: '' }],
        runs: now.runs.map((run) => (run.of === of ? said({ ...run, ...use(id) } as Run) : run)),
      };
    });
