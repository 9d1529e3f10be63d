/** What is held in the drawing of Join, and which joint or device is looked at: one or the other. */
import { useState } from 'react';
import { type Held, link } from './link';
import type { ChangeWork, Judged } from './use-wiring';
import { sayDevice, sayRun } from './say';

export interface Hold {
  readonly held: Held | undefined;
  /** A joint, or `face:` and a device. */
  readonly selected: string | undefined;
  /** Touches a cable or a device; nothing puts down what is held. */
  readonly hold: (touched: Held | undefined) => void;
  readonly look: (id: string | undefined) => void;
}

/** One touch holds a cable or a device; a second says what the two have to do with each other. */
export function useHold(
  { work, lines, faces }: Pick<Judged, 'work' | 'lines' | 'faces'>,
  onWork: ChangeWork,
  recorded: ReadonlySet<string>,
): Hold {
  const [selected, setSelected] = useState<string>();
  const [touchedLast, setHeld] = useState<Held>();
  // What was taken out, here or in another window, is in nobody's hand.
  const held = [...lines, ...faces].some(({ key }) => key === touchedLast?.key) ? touchedLast : undefined;
  return {
    held,
    selected,
    hold(touched) {
      setSelected(undefined);
      if (!touched || touched.key === held?.key) return setHeld(undefined);
      const said = held && link(held, touched, lines, faces, work, recorded);
      if (!said) return setHeld(touched);
      if ('run' in said) sayRun(onWork)(said.of, said.run);
      else sayDevice(onWork)(said.of, said.device);
      // The switch stays in the hand: it may go to more.
      setHeld(held.what === 'device' ? held : touched);
    },
    look(id) {
      setHeld(undefined);
      setSelected(id);
    },
  };
}
