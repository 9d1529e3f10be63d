/** What lands on which screw of each device, how it is stripped and how tight (docs/trade.md#terminals). */
import { type JointId, type LooseEnd, tabName } from '../wiring/end.ts';
import { indexed } from '../wiring/indexed.ts';
import type { Wiring } from '../wiring/wiring.ts';
import { STRIP } from '../connector/connectors.ts';
import type { Face, Terminal } from './faces.ts';

/** Torque: what is marked on the device. Common practice, no source, where none is marked: 14 to 18 in-lb. */
export const TORQUE = 'as marked on the device; typical 14–18 in-lb: the marking decides';

export interface TerminalLanding {
  readonly terminal: Terminal;
  /** What lands on it; none where its screw is turned in. */
  readonly ends: readonly LooseEnd[];
  /** It is fed by the tab from its neighbour. */
  readonly byTab: boolean;
  /** The joint a lead goes into. */
  readonly joint: JointId | undefined;
  readonly how: string;
}

export interface FaceLandings {
  readonly face: Face;
  readonly landings: readonly TerminalLanding[];
  readonly broken: readonly ('hot' | 'neutral')[];
}

/** The schedule of one device. */
export function landingsOf(face: Face, wiring: Wiring): FaceLandings {
  const { landedOn, jointOf } = indexed(wiring);
  const broken = (['hot', 'neutral'] as const).filter((tab) =>
    wiring.broken.includes(tabName(face.key, tab)),
  );
  return {
    face,
    broken,
    landings: face.terminals.map((terminal): TerminalLanding => {
      const mine = landedOn(terminal.id);
      const joint = jointOf(terminal.id)?.id;
      const byTab =
        mine.length === 0 &&
        terminal.tab !== undefined &&
        !broken.includes(terminal.tab) &&
        face.terminals.some(
          ({ id, tab }) => id !== terminal.id && tab === terminal.tab && landedOn(id).length > 0,
        );
      return {
        terminal,
        ends: mine,
        byTab,
        joint,
        how:
          joint !== undefined
            ? 'its lead, joined under the connector'
            : mine.length > 0
              ? terminal.grip === 'plate'
                ? `straight under the clamp plate, stripped ${STRIP.clamp}`
                : `strip ${STRIP.screw}, about ¾ turn, insulation up to the head`
              : byTab
                ? 'fed by the tab; turn its screw in'
                : 'nothing lands; turn its screw in',
      };
    }),
  };
}
