/** What fails when a wiring is simulated, in words. */
import { cap, type Namer } from '../say.ts';

interface OfUse {
  readonly use: string;
}

export const PROOF_WORDS = {
  short: (a: { readonly circuit: string }, say: Namer) =>
    `The hot of ${say.circuit(a.circuit)} meets a neutral: a short.`,
  'ground-fault': (a: { readonly circuit: string }, say: Namer) =>
    `The hot of ${say.circuit(a.circuit)} meets the ground: a short to ground.`,
  'hots-meet': (a: { readonly circuits: readonly string[] }, say: Namer) =>
    `The hots of ${a.circuits.map(say.circuit).join(' and ')} meet.`,
  'mixed-neutrals': (a: { readonly circuits: readonly string[] }, say: Namer) =>
    `The neutrals of ${a.circuits.map(say.circuit).join(' and ')} are joined: neutrals of different circuits are never joined, even if they meet at the panel.`,
  'neutral-ground': (a: { readonly rule: string }) =>
    `A neutral meets the ground in this box: they are joined at the service only (${a.rule}).`,
  dead: (a: OfUse & { readonly why: 'no-hot' | 'hot-side' | 'one-hot' }, say: Namer) => {
    const use = cap(say.use(a.use));
    switch (a.why) {
      case 'no-hot':
        return `${use} does not come on: no hot reaches it.`;
      case 'hot-side':
        return `${use} does not come on: its hot side reaches no hot.`;
      case 'one-hot':
        return `${use} has only one hot.`;
    }
  },
  'open-neutral': (a: OfUse, say: Namer) => `${cap(say.use(a.use))} does not come on: its neutral is open.`,
  'stays-on': (a: OfUse & { readonly by?: string }, say: Namer) => isOn(a, say),
  'wrong-switch': (a: OfUse & { readonly by?: string; readonly chain?: boolean }, say: Namer) =>
    a.chain ? `${cap(say.use(a.use))} does not follow every switch of its chain.` : isOn(a, say),
  'wrong-circuit': (
    a: OfUse & {
      readonly why: 'meant-for' | 'stays-live' | 'goes-dead';
      readonly circuit: string;
      readonly meant?: string;
    },
    say: Namer,
  ) => {
    const use = cap(say.use(a.use));
    const circuit = say.circuit(a.circuit);
    switch (a.why) {
      case 'meant-for':
        return `${use} is fed by ${circuit} and is meant for ${say.circuit(a.meant ?? '')}.`;
      case 'stays-live':
        return `${use} stays live with the breaker of ${circuit} off.`;
      case 'goes-dead':
        return `${use} goes dead with the breaker of ${circuit}, and is meant for another.`;
    }
  },
  reversed: (a: OfUse, say: Namer) => `${cap(say.use(a.use))}: hot and neutral are reversed.`,
  'switched-neutral': (a: OfUse & { readonly rule: string }, say: Namer) =>
    `${cap(say.use(a.use))}: the switch opens the neutral and leaves the hot live (${a.rule}).`,
  'foreign-neutral': (a: OfUse & { readonly circuit: string }, say: Namer) =>
    `${cap(say.use(a.use))}: its hot is of ${say.circuit(a.circuit)}, its neutral of another circuit.`,
  'overloaded-neutral': (a: { readonly circuits: readonly string[]; readonly rule: string }, say: Namer) =>
    `${cap(a.circuits.map(say.circuit).join(', '))} are said to share one neutral: two of them are on the same leg, and the neutral carries the sum of both (${a.rule}).`,
  'no-ground': (a: { readonly node: string }, say: Namer) =>
    `${cap(say.grounded(a.node))} has no ground: its equipment ground is open.`,
  unguarded: (a: OfUse & { readonly guard: string }, say: Namer) =>
    `${cap(say.use(a.use))} is meant to be protected by the ${say.piece(a.guard)} and stays live when it trips: it belongs on LOAD.`,
  'guard-kills': (a: OfUse & { readonly guard: string }, say: Namer) =>
    `${cap(say.use(a.use))} goes dead when the ${say.piece(a.guard)} trips: it belongs with the line, not on LOAD.`,
  'guard-trips': (a: OfUse & { readonly guard: string }, say: Namer) =>
    `${cap(say.use(a.use))} would trip the ${say.piece(a.guard)}: its current goes through it one way and comes back past it. Its hot and its neutral belong both on LOAD, or both with the line.`,
  'split-current': (a: OfUse & { readonly cable: string; readonly rule: string }, say: Namer) =>
    `The current of ${say.use(a.use)} goes by ${say.piece(a.cable)} one way only and comes back another way: hot and neutral of a load run in the same cable (${a.rule}).`,
  'divided-current': (a: OfUse & { readonly rule: string }, say: Namer) =>
    `The current of ${say.use(a.use)} divides between two ways: conductors are not run side by side for one load (${a.rule}).`,
  'device-carries-ground': (
    a: { readonly device: string; readonly node: string; readonly rule: string },
    say: Namer,
  ) =>
    `Taking the ${say.piece(a.device)} out opens the ground of ${say.grounded(a.node)}: splice the grounds and give the device a pigtail (${a.rule}).`,
  'device-carries-neutral': (
    a: OfUse & { readonly device: string; readonly circuit: string; readonly rule: string },
    say: Namer,
  ) =>
    `Taking the ${say.piece(a.device)} out opens the neutral of ${say.use(a.use)}, which belongs to the multiwire ${say.circuit(a.circuit)}: pigtail it (${a.rule}).`,
  'nothing-to-prove': (a: { readonly missing: 'hot' | 'use' | 'on' }) =>
    `There is nothing to prove: ${MISSING[a.missing]}.`,
} as const satisfies Record<string, (args: never, say: Namer) => string>;

const MISSING = {
  hot: 'no cable is set up that brings a hot into this box',
  use: 'nothing is set up that uses the hot of this box, no outlet, no lamp and no feed-out',
  on: 'what uses the hot of this box never comes on',
} as const;

function isOn(a: OfUse & { readonly by?: string }, say: Namer): string {
  return `${cap(say.use(a.use))} is on when ${a.by === undefined ? 'its switch' : say.switchOf(a.by)} is off.`;
}
