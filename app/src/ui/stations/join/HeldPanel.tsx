/** What is chosen of the cable or device that is held. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { WorkPlan } from '@dense-pack/core/box/work';
import type { Edition } from '@dense-pack/core/edition/edition';
import type { Line } from '@dense-pack/core/plan/ends';
import type { Face } from '@dense-pack/core/plan/faces';
import X from 'lucide-react-native/icons/x';
import { ScrollView } from 'react-native';
import { IconPress } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { DeviceSetup } from './DeviceSetup';
import { LikeForLike } from './LikeForLike';
import { type Held, nextTouch } from './link';
import { RunCard } from './RunCard';
import { nextCircuit, sayDevice, sayRun, withCircuit } from './say';
import type { ChangeWork } from './use-wiring';
import { View } from '../../parts/View';

/** Conductors of the same raceway size of which nothing is told yet. */
const freeFor = (line: Line, lines: readonly Line[]) =>
  lines.reduce(
    (sum, { item }) =>
      item !== line.item &&
      item.kind === 'conductors' &&
      item.size === line.item.size &&
      item.duty === undefined
        ? sum + item.count
        : sum,
    0,
  );

/** What a box does, told by touch: the pieces, and which of them is held. */
export interface ToldProps {
  readonly work: WorkPlan;
  readonly lines: readonly Line[];
  readonly faces: readonly Face[];
  readonly onWork: ChangeWork;
  readonly held: Held | undefined;
  readonly onHold: (touched: Held | undefined) => void;
}

interface HeldPanelProps extends ToldProps {
  /** The box as it was found. */
  readonly box: BoxDocument;
  readonly circuit: string;
  readonly edition: Edition;
}

/** What is chosen of the one that is held; it stands under the thumb while the drawing is looked at. */
export function HeldPanel({
  box,
  circuit,
  edition,
  work,
  lines,
  faces,
  onWork,
  held,
  onHold,
}: HeldPanelProps) {
  if (!held) return null;
  const line = held.what === 'cable' ? lines.find(({ key }) => key === held.key) : undefined;
  const face = held.what === 'device' ? faces.find(({ key }) => key === held.key) : undefined;
  const next = nextTouch(held, faces);
  return (
    <View
      className="sticky bottom-0 max-h-[300px] rounded-card border-2 border-action bg-sheet shadow"
      testID="held"
    >
      <ScrollView className="max-h-[296px]" contentContainerClassName="gap-1 p-2" tabIndex={0}>
        <View className="flex-row items-center">
          <Words strong className="min-w-0 flex-1">
            {(line?.name ?? face?.title ?? '').replace(/^./, (letter) => letter.toUpperCase())}
          </Words>
          <IconPress label="Done with it" icon={X} onPress={() => onHold(undefined)} />
        </View>
        {next !== undefined && (
          <Words tone="text-action" strong>
            {next}
          </Words>
        )}
        {line && (
          <RunCard
            line={line}
            work={work}
            faces={faces}
            free={freeFor(line, lines)}
            onRun={(change) => sayRun(onWork)(line.key, change)}
            onCircuit={nextCircuit(work) === undefined ? undefined : withCircuit(onWork, line.key)}
          />
        )}
        {face && (
          <DeviceSetup
            face={face}
            work={work}
            faces={faces}
            onDevice={(change) => sayDevice(onWork)(face.key, change)}
          />
        )}
        {face && (
          <LikeForLike
            box={box}
            circuit={circuit}
            edition={edition}
            work={work}
            of={face.key}
            onWork={onWork}
          />
        )}
      </ScrollView>
    </View>
  );
}
