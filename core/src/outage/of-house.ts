/**
 * What an outage plan is asked of a job: its boxes that are worked on, with the breakers that must be off for each
 * (docs/trade.md#testing). A breaker whose handle is tied to one of them goes off with it.
 */
import { circuitNamed, labelOf, nameInPanel, type Panel, tiedTo } from '../box/panel.ts';
import { circuitsIn } from '../box/safety.ts';
import type { BoxDocument } from '../box/document.ts';
import type { OutageAsk } from './ask.ts';

/** Minutes of work in a box of which nothing else is said. Common practice, no source: the person’s to change. */
export const USUAL_MINUTES = 40;
/** Minutes of live readings in a box whose cables are not told yet. Common practice, no source. */
export const LIVE_MINUTES = 3;

/** A box as it stands in the plan of the day. */
export interface DayBox {
  readonly id: string;
  readonly name: string;
  readonly circuit: string;
  readonly box: BoxDocument;
  readonly minutes: number;
}

export interface DayAsk {
  /** Undefined where no box can be planned. */
  readonly ask: OutageAsk | undefined;
  /** Boxes of which no circuit is named: they cannot be planned, and are not safe. */
  readonly nameless: readonly DayBox[];
  /** Boxes whose cables are not all told: they are read live, in one short block. */
  readonly live: readonly DayBox[];
  /** What each circuit is called beside its name, and why it may not be off long. */
  readonly words: ReadonlyMap<string, string>;
}

/** The day of these boxes. @param boxes those that are worked on */
export function dayOf(boxes: readonly DayBox[], panel: Panel): DayAsk {
  const words = new Map<string, string>();
  const limit: Record<string, number> = {};
  const named = boxes.map((box) => {
    const circuits = new Set<string>();
    for (const name of circuitsIn(box)) {
      const one = circuitNamed(panel, name);
      if (!one) {
        circuits.add(name);
        continue;
      }
      for (const each of [one, ...tiedTo(panel, one)]) {
        const called = nameInPanel(each);
        circuits.add(called);
        if (each.offMost !== undefined) limit[called] = each.offMost;
        const said = [labelOf(each), each.because].filter(Boolean).join(', ');
        if (said !== '') words.set(called, said);
      }
    }
    return { box, circuits: [...circuits] };
  });
  const able = named.filter(({ circuits }) => circuits.length > 0);
  // A box bears its name once: the second of the same name is numbered.
  const seen = new Map<string, number>();
  const called = (name: string) => {
    const nth = (seen.get(name) ?? 0) + 1;
    seen.set(name, nth);
    return nth === 1 ? name : `${name} (${nth})`;
  };
  return {
    ask:
      able.length === 0
        ? undefined
        : {
            boxes: able.map(({ box: { name, minutes }, circuits }) => ({
              name: called(name),
              circuits,
              minutes,
            })),
            limit,
          },
    nameless: named.filter(({ circuits }) => circuits.length === 0).map(({ box }) => box),
    live: boxes.filter(({ box }) => {
      const cables = box.items.filter((item) => item.kind === 'cable');
      return cables.length > 1 && cables.some(({ duty }) => duty === undefined);
    }),
    words,
  };
}
