/**
 * A plan that starts from what was found, where the box itself comes out of the wall. Each cable comes in by an opening of its own
 * and must be drawn out of it, so no joint stays closed and nothing stays on its screw (NEC 314.17 and 300.14 for the new box).
 */
import type { Planned } from './planned.ts';

export function withBoxOut<P extends Pick<Planned, 'plan'>>(planned: P): P {
  const { kept } = planned.plan;
  if (kept === undefined) return planned;
  const joints = kept.joints.map((joint) =>
    joint.fate === 'left' ? { ...joint, fate: 'opened' as const } : joint,
  );
  return { ...planned, plan: { ...planned.plan, kept: { ...kept, joints, lands: [], boxOut: true } } };
}
