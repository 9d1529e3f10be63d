/** What is wrong with a wiring by rule, in words. */
import { cap, type Namer } from '../say.ts';

interface OfEnd {
  readonly end: string;
}

export const WIRING_WORDS = {
  unbonded: () =>
    'The metal box has no bond: a pigtail from the grounds to a screw used for nothing else, or a listed clip.',
  loose: (a: OfEnd & { readonly placed?: number }, say: Namer) =>
    a.placed === undefined
      ? `${cap(say.end(a.end))} is loose: every conductor is joined, landed or capped.`
      : `${cap(say.end(a.end))} has two ends and ${a.placed === 1 ? 'one is' : `${a.placed} are`} put somewhere.`,
  twice: (a: OfEnd & { readonly places: number }, say: Namer) =>
    `${cap(say.end(a.end))} is in ${a.places} places at once.`,
  'unknown-end': (a: OfEnd) => `“${a.end}” is not in this box.`,
  'no-connector': (a: { readonly ends: readonly string[] }, say: Namer) =>
    a.ends.length === 1
      ? `${cap(say.end(a.ends[0] ?? ''))} is not capped.`
      : `The joint of ${a.ends.map(say.end).join(', ')} has no connector.`,
  'unknown-connector': (a: { readonly connector: string }) =>
    `No connector is known as “${a.connector}”: check that it is listed for this joint.`,
  'overfull-connector': (a: {
    readonly connector: string;
    readonly conductors: number;
    readonly sizes: readonly number[];
  }) =>
    `A ${a.connector} is not made for ${a.conductors} conductors of ${a.sizes.join(' and ')} AWG here: read its package.`,
  'ground-in-joint': (a: { readonly ends: readonly string[] }, say: Namer) =>
    `A ground is joined with an insulated conductor: ${a.ends.map(say.end).join(', ')}.`,
  'line-load': (
    a: {
      readonly why: 'hot' | 'neutral' | 'switch' | 'plain-switch' | 'elsewhere';
      readonly piece: string;
    },
    say: Namer,
  ) => {
    const piece = say.piece(a.piece);
    switch (a.why) {
      case 'hot':
        return `The supply is on the LOAD side of the ${piece}: it would not protect as it must.`;
      case 'neutral':
        return `A neutral of the line is on the LOAD side of the ${piece}: it would trip, or not protect.`;
      case 'switch':
        return `The supply is on the load side of the ${piece}.`;
      case 'plain-switch':
        return `The supply is on the load side of the ${piece}: it works, and the marks say otherwise.`;
      case 'elsewhere':
        return `The supply goes out on the red of ${piece} and comes back on its black: at the switch line and load are exchanged.`;
    }
  },
  'thin-ground': (
    a: OfEnd & { readonly size: number; readonly breaker: number; readonly least: number },
    say: Namer,
  ) =>
    `${cap(say.end(a.end))} is a ${a.size} AWG ground with a ${a.breaker} A breaker in the box: ${a.least} AWG is the least.`,
  'thin-pigtail': (
    a: OfEnd & {
      readonly size: number;
      readonly breaker: number;
      readonly circuit: string;
      readonly least: number;
    },
    say: Namer,
  ) =>
    `${cap(say.end(a.end))} is ${a.size} AWG on the ${a.breaker} A breaker of ${say.circuit(a.circuit)}: ${a.least} AWG is the least.`,
  'spare-joined': (a: OfEnd & { readonly live: boolean }, say: Namer) =>
    `${cap(say.end(a.end))} is joined with others, and nothing is set up at its other end${a.live ? ': it would be live there' : ''}. Cap it by itself.`,
  'left-over': (a: OfEnd, say: Namer) =>
    `${cap(say.end(a.end))} is left over. Measure it before you cap it: a second circuit or a switch elsewhere may have it live.`,
  backstab: (a: OfEnd & { readonly size?: number }, say: Namer) =>
    a.size === undefined
      ? `${cap(say.end(a.end))} is in a push-in spring hole: most practitioners move it to the screw.`
      : `${cap(say.end(a.end))} is ${a.size} AWG in a push-in spring hole: those take 14 AWG solid only.`,
  'two-under-screw': (a: { readonly conductors: number; readonly screw: string }, say: Namer) =>
    `${a.conductors} conductors under ${say.end(a.screw)}: one conductor a screw; splice them and land a pigtail.`,
  colour: (
    a: OfEnd & { readonly on: string; readonly why: 'box-screw' | 'green' | 'silver' | 'unmarked' },
    say: Namer,
  ) => {
    const end = cap(say.end(a.end));
    switch (a.why) {
      case 'box-screw':
        return `${end} is on the box’s ground screw.`;
      case 'green':
        return `${end} is on ${say.end(a.on)}: grounds go to green, and nothing else does.`;
      case 'silver':
        return `${end} is on ${say.end(a.on)}: white goes to silver.`;
      case 'unmarked':
        return `${end} is on ${say.end(a.on)} and is not marked as a hot.`;
    }
  },
  empty: (a: OfEnd, say: Namer) => `Nothing lands on ${say.end(a.end)}.`,
  'unmarked-white': (a: OfEnd, say: Namer) =>
    `${cap(say.end(a.end))} carries a hot: mark it with tape or a marker, here and at its other end.`,
  'white-return': (a: OfEnd, say: Namer) =>
    `${cap(say.end(a.end))} is used as the return: the marked white carries the supply to the switch.`,
  yoke: (a: { readonly piece: string }, say: Namer) =>
    `Two circuits are on the yoke of the ${say.piece(a.piece)}: their breakers must open together.`,
  multiwire: () =>
    'The hots of a multiwire circuit must be opened together: a two-pole breaker or identified handle ties.',
} as const satisfies Record<string, (args: never, say: Namer) => string>;
