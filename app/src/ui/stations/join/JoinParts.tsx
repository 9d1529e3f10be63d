/** Small parts of Join: which of its works is open, the caution before hands go in, a step back and on, the count with its connectors. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { Edition } from '@dense-pack/core/edition/edition';
import { newId } from '@dense-pack/core/box/new-id';
import { tally } from '@dense-pack/core/fill/tally';
import { verdictWords } from '@dense-pack/core/fill/verdict';
import { newLands } from '@dense-pack/core/plan/cut-list';
import { type Disturbance } from '@dense-pack/core/plan/disturbance';
import { withConnectors } from '@dense-pack/core/plan/recount';
import type { ChangeBox } from '../../box/use-box-edit';
import { Notice } from '../../parts/Notice';
import { Button, Chip } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { type Judged } from './use-wiring';
import { View } from '../../parts/View';

export const PARTS = {
  does: 'Set up',
  hand: 'As found',
  changes: 'What changes',
  try: 'Try it',
  cut: 'Cut list',
} as const;
export type Part = keyof typeof PARTS;

interface PartChipsProps {
  readonly part: Part;
  /** There is something found that the plan may change. */
  readonly changes: boolean;
  readonly onPart: (part: Part) => void;
}

/** What of Join is looked at. */
export const PartChips = ({ part, changes, onPart }: PartChipsProps) => (
  <View className="flex-row flex-wrap gap-2" role="group" aria-label="Join">
    {(Object.keys(PARTS) as Part[])
      .filter((name) => name !== 'changes' || changes)
      .map((name) => (
        <Chip
          key={name}
          label={PARTS[name]}
          on={part === name}
          className="grow"
          onPress={() => onPart(name)}
        />
      ))}
  </View>
);

export const BeforeHands = () => (
  <Notice title="Before hands go in">
    Power off, locked or tagged, and every conductor proved dead. In most places this is licensed work: the
    plan helps a qualified person; the adopted code, the marking on each part and the inspector decide.
  </Notice>
);

/** What is made, opened or landed anew, to be lit in the drawing; undefined where nothing is, or nothing was found. */
export function changedIn(
  disturbance: Disturbance | undefined,
  { wiring, plan }: Pick<Judged, 'wiring' | 'plan'>,
): ReadonlySet<string> | undefined {
  if (!disturbance || !plan.kept) return undefined;
  const lit = new Set([
    ...[...disturbance.joints].flatMap(([id, fate]) => (fate === 'left' ? [] : [id])),
    ...newLands(wiring, plan.kept).flatMap(({ end, at }) => [end, at]),
  ]);
  return lit.size > 0 ? lit : undefined;
}

interface RecountProps {
  readonly box: BoxDocument;
  readonly judged: Judged;
  readonly edition: Edition;
  readonly onBox: ChangeBox;
}

/** In the CEC the connectors of the plan take room: the fill is counted again with them. */
export function Recount({ box, judged, edition, onBox }: RecountProps) {
  const { work, wiring } = judged;
  const recounted = withConnectors(box, work, wiring, newId);
  const counted = tally(recounted, edition);
  const many = wiring.joints.length;
  return (
    <Notice
      title={`With its ${many} ${many === 1 ? 'connector' : 'connectors'}: ${verdictWords(counted)}`}
      tone={counted.verdict === 'legal' ? 'quiet' : counted.verdict}
    >
      <Words size="fine" tone="text-soft">
        {`Each pair of insulated connectors counts once (${edition.connectors.section}).`}
      </Words>
      <Button
        label="Put them into the count"
        onPress={() => onBox((now) => withConnectors(now, work, wiring, newId))}
      />
    </Notice>
  );
}

interface StepRowProps {
  /** The joints in the order of making up, then the devices. */
  readonly steps: readonly string[];
  /** The one that is looked at; -1 for none. */
  readonly at: number;
  readonly onLook: (id: string | undefined) => void;
}

/** From joint to joint and on to the devices. */
export function StepRow({ steps, at, onLook }: StepRowProps) {
  if (steps.length === 0) return null;
  const step = (by: number) => onLook(steps[(at + by + steps.length) % steps.length]);
  return (
    <View className="flex-row flex-wrap gap-2">
      <Button label="Back" className="flex-1" disabled={at < 0} onPress={() => step(-1)} />
      <Button
        label={at < 0 ? 'Step through the joints' : `Next, ${at + 1} of ${steps.length}`}
        kind="main"
        className="flex-[2]"
        onPress={() => step(1)}
      />
      {at >= 0 && <Button label="All" onPress={() => onLook(undefined)} />}
    </View>
  );
}
