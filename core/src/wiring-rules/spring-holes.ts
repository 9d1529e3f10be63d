/** Push-in spring holes take 14 AWG solid only, and most practitioners refuse them (docs/trade.md#terminals; common practice). */
import { type WiringRule, wrong } from './subject.ts';

export const springHoles: WiringRule = ({ wiring, sizeOf }) =>
  wiring.backstabbed.map((end) => {
    const size = sizeOf(end);
    const thick = size < 14;
    return wrong(
      'backstab',
      thick ? { end, size } : { end },
      { ends: [end] },
      'listing of the device',
      thick ? 'violation' : 'look',
    );
  });
