/** Cut in: the wall, the opening in it and its depth, by touch; what would work where it does not; how the old box comes out. */
import { type CutInAsk, type Hole, HOLDS } from '@dense-pack/core/box/hole';
import type { Surface } from '@dense-pack/core/box/surface';
import type { Edition } from '@dense-pack/core/edition/edition';
import { type Length, showInches, writeLength } from '@dense-pack/core/quantity/length';
import { sectionPicture } from '@dense-pack/core/sheet/hole-picture';
import { changesOf, type CutIn, type CutInChange, planCutIn } from '@dense-pack/core/space/cut-in';
import { changeWords, CUT_IN_CAUTIONS, reasonsOf, REMOVAL } from '@dense-pack/core/space/cut-in-words';
import { holeAsk, usualHole } from '@dense-pack/core/space/of-box';
import { ThereInStud } from '@dense-pack/core/space/wall';
import Check from 'lucide-react-native/icons/check';
import X from 'lucide-react-native/icons/x';
import { useMemo } from 'react';
import type { ChangeBox } from '../../box/use-box-edit';
import type { ShownBox } from '../../client/queries';
import { GangRow } from '../../gangs/GangRow';
import { Fold } from '../../parts/Fold';
import { Notice } from '../../parts/Notice';
import { PlainPicture } from '../../parts/PlainPicture';
import { Button } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { startSurface } from '../../surface/run-path';
import { SurfacePanel } from '../../surface/SurfacePanel';
import { useColours } from '../../theme/theme';
import { Elevation } from './Elevation';
import { FullSize } from './FullSize';
import { Measured } from './Measured';
import { WallChoices } from './WallChoices';
import { View } from '../../parts/View';

/** Changes what is kept of the opening, as it stands at that moment. */
export type ChangeHole = (change: (hole: Hole) => Hole) => void;

interface CutInStationProps {
  readonly box: ShownBox;
  readonly edition: Edition;
  readonly width: number;
  readonly onBox: ChangeBox;
  readonly onHole: ChangeHole;
  readonly onSurface: (change: (surface: Surface | undefined) => Surface | undefined) => void;
}

/** As it is kept, and as a tape shows it. */
const kept = (amount: number) => writeLength(Math.round(amount) as Length, 'in');
const tape = (amount: number) => `${showInches(Math.round(amount) as Length)} in`;

/** The plan, or the words for what was measured into a stud. */
function planned(ask: CutInAsk): CutIn | string {
  try {
    return planCutIn(ask);
  } catch (error) {
    if (!(error instanceof ThereInStud)) throw error;
    return `The box that is there would stand in the stud at ${tape(error.stud)}. Measure again, or touch on which side its stud is.`;
  }
}

export function CutInStation({ box, edition, width, onBox, onHole, onSurface }: CutInStationProps) {
  const ask = useMemo(() => holeAsk(box, edition), [box, edition]);
  const plan = useMemo(() => planned(ask), [ask]);
  const room = Math.min(width - 32, 620);
  const bad = typeof plan === 'string';
  return (
    <View className="gap-3">
      {bad ? (
        <Notice title="What was measured does not agree" tone="over" live>
          {plan}
        </Notice>
      ) : (
        <Planned ask={ask} plan={plan} room={room} onHole={onHole} />
      )}
      <WallChoices ask={ask} old={usualHole(box).there} plan={bad ? undefined : plan} onHole={onHole} />
      {!bad && <Reasons plan={plan} />}
      <Measured ask={ask} onHole={onHole} />
      <GangRow box={box.box} onBox={onBox} />
      {!bad && <FullSize box={box} plan={plan} />}
      {!bad && <Sides plan={plan} ask={ask} width={room} />}
      <View className="gap-2">
        <Words heading={2} strong>
          On the surface from here
        </Words>
        {box.seen.surface ? (
          <SurfacePanel
            surface={box.seen.surface}
            box={box.box}
            edition={edition}
            onBox={onBox}
            width={room}
            onSurface={(change) => onSurface((now) => now && change(now))}
          />
        ) : (
          <Button
            label="Lay surface raceway from this box"
            onPress={() =>
              onSurface(
                (now) =>
                  now ?? startSurface(ask.there?.x ?? '0 in', ask.there?.y ?? '14 in', ask.wall.height),
              )
            }
          />
        )}
      </View>
      <View className="gap-1">
        {CUT_IN_CAUTIONS.map((caution) => (
          <Words key={caution} size="fine" tone="text-soft">
            {caution}
          </Words>
        ))}
      </View>
    </View>
  );
}

interface PlannedProps {
  readonly ask: CutInAsk;
  readonly plan: CutIn;
  readonly room: number;
  readonly onHole: ChangeHole;
}

function Planned({ ask, plan, room, onHole }: PlannedProps) {
  const colours = useColours();
  const { best } = plan;
  const changes = useMemo(() => changesOf(ask, plan), [ask, plan]);
  const Sign = best ? Check : X;
  const grow =
    best === undefined || best.grow === 'none'
      ? ''
      : `, grows to ${best.grow === 'both' ? 'both sides' : `the ${best.grow}`}`;
  const title =
    best === undefined
      ? 'No place for it here'
      : best.cuts.length === 0
        ? 'The opening stays as it is'
        : `Cut ${tape(best.opening.width)} × ${tape(best.opening.height)}${grow}`;
  return (
    <>
      <View className="flex-row items-center gap-2" role="status">
        <Sign size={26} strokeWidth={3} color={colours[best ? 'legal' : 'over']} aria-hidden />
        <Words size="lead" strong className="shrink" testID="cut-in-verdict">
          {title}
        </Words>
      </View>
      <Elevation
        ask={ask}
        plan={plan}
        width={room}
        onPlace={(x, y) => onHole((hole) => ({ ...hole, wish: { ...hole.wish, x: kept(x), y: kept(y) } }))}
      />
      {(ask.wish.x !== undefined || ask.wish.y !== undefined) && (
        <Button
          label="Back to the best place"
          onPress={() => onHole(({ wish: { use }, ...hole }) => ({ ...hole, wish: use ? { use } : {} }))}
        />
      )}
      {changes.length > 0 && (
        <View className="gap-2" role="group" aria-label="What would work">
          <Words heading={2} strong>
            What would work
          </Words>
          {changes.map((change) => (
            <Button
              key={change.kind}
              label={changeWords(change, tape)}
              onPress={() => onHole((hole) => taken(hole, change))}
            />
          ))}
        </View>
      )}
    </>
  );
}

function Reasons({ plan }: { readonly plan: CutIn }) {
  return (
    <View className="gap-1 rounded-card border border-hair bg-sheet px-3 py-2">
      {reasonsOf(plan, tape).map((reason) => (
        <Words key={reason}>{reason}</Words>
      ))}
    </View>
  );
}

/** What is kept once a change is taken: only what it changes. */
function taken(hole: Hole, { kind, ask, plan }: CutInChange): Hole {
  if (kind === 'patch') return { ...hole, patched: true };
  if (kind === 'height') return { ...hole, wish: { ...hole.wish, y: kept(plan.y) } };
  const { gangs, depth, kind: held } = ask.new;
  if (kind === 'fewer gangs') return { ...hole, new: { ...hole.new, gangs, depth } };
  if (kind === 'shallower') return { ...hole, new: { ...hole.new, depth } };
  return { ...hole, new: { ...hole.new, kind: held } };
}

/** The section, and how the old box comes out. */
function Sides({
  ask,
  plan,
  width,
}: {
  readonly ask: CutInAsk;
  readonly plan: CutIn;
  readonly width: number;
}) {
  return (
    <>
      <View className="gap-1">
        <Words heading={2} strong>
          From the side
        </Words>
        <PlainPicture
          picture={sectionPicture(plan, Math.min(width, 320), 150)}
          width={Math.min(width, 320)}
          on="screen"
        />
      </View>
      {ask.there && (
        <Fold title={`Taking the old box out (${HOLDS[ask.there.kind]})`}>
          <View className="gap-2 px-3 pb-3">
            {REMOVAL[ask.there.kind].map((step, nth) => (
              <Words key={step}>{`${nth + 1}. ${step}`}</Words>
            ))}
          </View>
        </Fold>
      )}
    </>
  );
}
