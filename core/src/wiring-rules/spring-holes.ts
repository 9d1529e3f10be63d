/** Push-in spring holes take 14 AWG solid only, and most practitioners refuse them (handbook 12; common practice). */
import { cap, type WiringRule } from './subject.ts';

export const springHoles: WiringRule = ({ wiring, sizeOf, name }) =>
  wiring.backstabbed.map((end) => {
    const thick = sizeOf(end) < 14;
    return {
      code: 'backstab',
      severity: thick ? ('violation' as const) : ('look' as const),
      section: 'listing of the device',
      words: thick
        ? `${cap(name(end))} is ${sizeOf(end)} AWG in a push-in spring hole: those take 14 AWG solid only.`
        : `${cap(name(end))} is in a push-in spring hole: most practitioners move it to the screw.`,
      where: [end],
    };
  });
