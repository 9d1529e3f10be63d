/** What stands in the way of a plan, and what can be done, in words. */
import { cap, type Namer } from '../say.ts';

interface OfPiece {
  readonly piece: string;
}

export const OBSTACLE_WORDS = {
  'unknown-piece': (a: OfPiece) => `“${a.piece}” is not in the box any more: say anew what the box does.`,
  'two-feeds': (a: { readonly circuit: string }, say: Namer) =>
    `Two cables are called the feed of ${say.circuit(a.circuit)}: joined, they would close a loop or meet two breakers. One of them is a feed-out, or another circuit.`,
  'thin-conductor': (
    a: OfPiece & {
      readonly size: number;
      readonly breaker: number;
      readonly circuit: string;
      readonly least: number;
    },
    say: Namer,
  ) =>
    `${say.piece(a.piece)}: ${a.size} AWG on the ${a.breaker} A breaker of ${say.circuit(a.circuit)} wants ${a.least} AWG: a smaller breaker, or larger cable.`,
  'few-conductors': (a: OfPiece & { readonly has: number; readonly needs: number }, say: Namer) =>
    `${say.piece(a.piece)} has ${a.has} insulated conductors and must carry ${a.needs}: run a cable with more.`,
  'no-hot': (a: OfPiece & { readonly loop: boolean }, say: Namer) =>
    `${say.piece(a.piece)}: say ${a.loop ? 'which switch here sends its hot back to the light' : 'what feeds or switches it'}.`,
  'loose-travelers': (a: OfPiece, say: Namer) =>
    `${say.piece(a.piece)}: say which three-way chain it belongs to and which way it leads.`,
  'split-guard': (
    a: OfPiece & { readonly why: 'switch-before' | 'one-white' | 'half-before' },
    say: Namer,
  ) => {
    switch (a.why) {
      case 'switch-before':
        return `${say.piece(a.piece)} is called protected by a GFCI and takes what a switch before the GFCI gives: feed that switch from LOAD as well, or say that the cable is not protected.`;
      case 'one-white':
        return `${say.piece(a.piece)} has one white for two hots, and only one of them is protected by the GFCI: what comes back past it would trip it. Feed both from LOAD (the switch too), protect neither, or run two cables.`;
      case 'half-before':
        return `${cap(say.piece(a.piece))} is called protected by a GFCI and takes what a switch before the GFCI gives: feed that switch from LOAD as well.`;
    }
  },
  'shared-neutral': (a: OfPiece, say: Namer) =>
    `${say.piece(a.piece)} would put two circuits on one neutral: neutrals of different circuits are never joined, even if they meet at the panel. Run two cables, one with two neutrals, or make it a multiwire circuit on one two-pole breaker.`,
  'no-neutral': (
    a: OfPiece & { readonly circuit: string; readonly for: 'cable' | 'receptacle' | 'device' },
    say: Namer,
  ) => {
    const needs = `needs the neutral of ${say.circuit(a.circuit)}`;
    switch (a.for) {
      case 'cable':
        return `${say.piece(a.piece)} ${needs} and none comes into the box. Run a cable that brings it, or feed it from a box that has it. The ground is never a neutral.`;
      case 'receptacle':
        return `${cap(say.piece(a.piece))} ${needs}, and none comes into the box: run a cable that brings it, or feed the outlet from another box. The ground is never a neutral.`;
      case 'device':
        return `${cap(say.piece(a.piece))} ${needs}, and none comes into the box: choose one made to work without a neutral, run a cable that brings it, or feed the box anew. The ground is never a neutral.`;
    }
  },
  'no-source': (a: OfPiece & { readonly carries: string; readonly colour?: string }, say: Namer) =>
    a.colour === undefined
      ? `${cap(say.piece(a.piece))}: nothing gives ${say.carries(a.carries)}.`
      : `${say.piece(a.piece)}: nothing in the box gives what its ${a.colour} must carry (${say.carries(a.carries)}).`,
  raceway: (a: { readonly conductors: number; readonly told: number }) =>
    `Of the ${a.conductors} conductors of the raceway ${a.told} are spoken for: say what each pair or three of them does.`,
  'no-feed': (a: OfPiece & { readonly circuit: string }, say: Namer) =>
    `${cap(say.piece(a.piece))} has no feed: no cable brings the hot of ${say.circuit(a.circuit)} here.`,
  'no-guard': (a: OfPiece, say: Namer) =>
    `${cap(say.piece(a.piece))} is said to be protected by a GFCI that is not in this box.`,
  'one-hot': (a: OfPiece, say: Namer) =>
    `${cap(say.piece(a.piece))} needs both hots of a two-pole breaker: give its circuit a partner.`,
  'no-chain': (a: OfPiece, say: Namer) =>
    `${cap(say.piece(a.piece))}: say with which other switches it works.`,
  'no-end': (a: OfPiece, say: Namer) =>
    `${cap(say.piece(a.piece))}: say whether its common takes the hot or goes to the load.`,
  travelers: (a: OfPiece & { readonly pairs?: number }, say: Namer) =>
    a.pairs === undefined
      ? `${cap(say.piece(a.piece))} wants two pairs of travelers, one from the line’s side and one toward the load.`
      : `${cap(say.piece(a.piece))} wants one pair of travelers to the next switch; ${a.pairs === 0 ? 'none is told: say which cable has them' : `there are ${a.pairs}`}.`,
  'controls-nothing': (a: OfPiece & { readonly second: boolean }, say: Namer) =>
    `${cap(say.piece(a.piece))} controls nothing: no cable or outlet takes ${a.second ? 'what its second half gives' : 'what it gives'}.`,
  'loop-switches-nothing': (a: OfPiece, say: Namer) =>
    `${say.piece(a.piece)}: the switch at its far end switches nothing. Say which load here it switches.`,
  'no-connector': (a: { readonly conductors: string }) =>
    `No connector at hand holds ${a.conductors}: bring one that is listed for them.`,
  'few-connectors': (a: { readonly lacking: readonly string[] }) =>
    `The connectors at hand do not reach for all joints of this box: bring ${a.lacking.join(', ') || 'more'}.`,
  'past-sense': (a: { readonly conductors: number; readonly connectors: number }) =>
    `A joint of ${a.conductors} conductors takes ${a.connectors} connectors in a row: no box is wired so. Check the numbers, or divide the work over several boxes.`,
  'over-told': (a: { readonly piece: string; readonly told: number; readonly left: number }) =>
    `${a.piece}: ${a.told} conductors are told of where ${a.left} of the raceway are left.`,
} as const satisfies Record<string, (args: never, say: Namer) => string>;
