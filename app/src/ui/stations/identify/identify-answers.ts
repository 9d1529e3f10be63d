/** The question a screen asks of the identifying and its answer, as they pass to a worker and back. */
import { type DeviceName, kindOf, takesBothHots } from '@dense-pack/core/device/index';
import { BoxDocument } from '@dense-pack/core/box/document';
import { Reading } from '@dense-pack/core/box/reading';
import { keysOf } from '@dense-pack/core/box/words';
import { identifyAmong } from '@dense-pack/core/identify/identify';
import { type CableRole, ROLE_WORDS, rolesFor } from '@dense-pack/core/identify/roles';
import { z } from 'zod';

export const IdentifyQuestion = z.object({
  /** The box as it was found. */
  box: BoxDocument,
  readings: z.array(Reading),
  proved: z.boolean(),
});
export type IdentifyQuestion = z.output<typeof IdentifyQuestion>;

const role = z.enum(keysOf(ROLE_WORDS));
const Next = z.object({
  test: z.enum(['volts', 'continuity', 'energize']),
  from: z.string().optional(),
  to: z.string().optional(),
  cable: z.string().optional(),
  far: z.enum(['on', 'off']).optional(),
  power: z.enum(['on', 'off']),
  minutes: z.number(),
  why: z.string(),
  left: z.record(z.string(), z.number()),
});
export type Next = z.output<typeof Next>;

export const IdentifyAnswer = z.object({
  consistent: z.boolean(),
  left: z.number(),
  roles: z.record(z.string(), z.array(role)),
  certain: z.record(z.string(), role),
  next: Next.nullable(),
  /** Readings that cannot all be true, by their place in what was asked. */
  contradiction: z.array(z.int()),
  faults: z.record(z.string(), z.enum(['reversed', 'ground-open', 'one-leg'])),
  liveMinutes: z.number(),
  /** Readings that cannot be used, by their place: their cable is no longer there. */
  stray: z.array(z.int()),
});
export type IdentifyAnswer = z.output<typeof IdentifyAnswer>;

/** Whether a device may stand in a loop from a light that is fed elsewhere: a control of one hot that is no part of a chain. */
const standsInALoop = (device: DeviceName): boolean => {
  const { group, asks } = kindOf(device);
  return (group === 'switch' || group === 'both') && !asks.includes('chain') && !takesBothHots(device);
};

/** What the cables of a box can be. In a switch’s box the power may come by way of the light. */
function rolesOf(box: BoxDocument): readonly CableRole[] {
  const controls = box.items.flatMap((item) => (item.kind === 'device' ? [item.device] : []));
  const usual = rolesFor(controls);
  return controls.some(standsInALoop) ? [...usual, 'loop-in'] : usual;
}

const cableOf = (conductor: string) => conductor.slice(0, conductor.lastIndexOf('.'));
/** The cables a reading is taken at. */
export function cablesAt(reading: Reading): readonly string[] {
  switch (reading.test) {
    case 'energize':
      return [reading.cable];
    case 'noncontact':
      return [cableOf(reading.at)];
    default:
      return [cableOf(reading.from), cableOf(reading.to)];
  }
}

/** Identifies; what comes in is parsed, what goes out is plain. Undefined for a box without cables. */
export function answerIdentify(question: unknown): IdentifyAnswer {
  const { box, readings, proved } = IdentifyQuestion.parse(question);
  const among = box.items.flatMap((item) => (item.kind === 'cable' ? [{ id: item.id, cable: item }] : []));
  const ids = new Set(among.map(({ id }) => id));
  const used = [...readings.keys()].filter((nth) =>
    cablesAt(readings[nth] as Reading).every((cable) => ids.has(cable)),
  );
  const stray = [...readings.keys()].filter((nth) => !used.includes(nth));
  const done = identifyAmong(among, {
    controls: [],
    roles: [...rolesOf(box)],
    readings: used.flatMap((nth) => readings[nth] ?? []),
    proved,
  });
  if (!done.ok) throw new Error(`${done.problem.field}: ${done.problem.found}; ${done.problem.accepted}`);
  const { roles, contradiction, ...answer } = done.answer;
  return {
    ...answer,
    roles: Object.fromEntries(Object.entries(roles).map(([id, all]) => [id, [...all]])),
    certain: { ...answer.certain },
    faults: { ...answer.faults },
    next: answer.next && { ...answer.next, left: { ...answer.next.left } as Record<string, number> },
    contradiction: contradiction.flatMap((nth) => used[nth] ?? []),
    stray,
  };
}
