/** The wiring as a picture: nothing is touched in it, and where some ends are is lit. */
import { placesOf } from '@dense-pack/core/diagnose/faults';
import { useMemo } from 'react';
import type { Shown } from './use-wiring';
import { WiringDrawing } from './WiringDrawing';
import { View } from '../../parts/View';

interface StillWiringProps {
  readonly shown: Shown;
  /** Room for it, px. */
  readonly room: number;
  /** Ends whose joints and devices are lit; without them nothing is dimmed. */
  readonly ends?: readonly string[] | undefined;
}

const NOTHING_MADE: ReadonlySet<string> = new Set();
const dark = () => false;
const unnamed = () => '';
const untouched = () => undefined;

export function StillWiring({ shown: { judged, order }, room, ends }: StillWiringProps) {
  const lit = useMemo(() => {
    if (ends === undefined) return undefined;
    const { joints, devices } = placesOf(ends, judged.wiring);
    return new Set([...joints, ...devices.map((key) => `face:${key}`)]);
  }, [ends, judged.wiring]);
  return (
    <View className="items-center">
      <WiringDrawing
        judged={judged}
        order={order}
        width={Math.min(room, 560)}
        selected={undefined}
        lit={lit}
        made={NOTHING_MADE}
        live={dark}
        nameOf={unnamed}
        onJoint={untouched}
      />
    </View>
  );
}
