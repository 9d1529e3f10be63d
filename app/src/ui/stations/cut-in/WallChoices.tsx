/** What is found at the wall, each by one touch: where the stud is, how wide the bay, tile, what is in the way. */
import { type CutInAsk, type Hold, HOLDS, type Hole, USES } from '@dense-pack/core/box/hole';
import { lengthOf } from '@dense-pack/core/box/texts';
import { inches, type Length, writeLength } from '@dense-pack/core/quantity/length';
import type { CutIn } from '@dense-pack/core/space/cut-in';
import { BAYS, beside, takenOf, thingBehind } from '@dense-pack/core/space/of-box';
import { ganged, NAILED_WITHIN, OPENING } from '@dense-pack/core/space/sizes';
import { Choice, wordOptions } from '../../parts/Choice';
import { Chip, Stepper } from '../../parts/Press';
import { Words } from '../../parts/Words';
import type { ChangeHole } from './CutInStation';
import { View } from '../../parts/View';

interface WallChoicesProps {
  readonly ask: CutInAsk;
  /** The old box where it usually stands, for when there is one after all. */
  readonly old: Hole['there'];
  readonly plan: CutIn | undefined;
  readonly onHole: ChangeHole;
}

const say = (length: number) => writeLength(Math.round(length) as Length, 'in');

/** Thickness of tile in its bed. Common practice, no source: measured, it is typed. */
const TILE = '3/8 in';

const SIDES = [
  { value: 'left', label: 'Left of it' },
  { value: 'right', label: 'Right of it' },
  { value: 'none', label: 'Neither' },
] as const;

/** Centre to centre of the first bay, to the inch. */
const bayOf = ({ wall }: Pick<CutInAsk, 'wall'>) =>
  Math.round((lengthOf(wall.studs[1] ?? '16 in') - lengthOf(wall.studs[0] ?? '0 in')) / 25_400_000);

const widthOf = (there: NonNullable<Hole['there']>) =>
  there.width === undefined ? ganged(OPENING.value.width, there.gangs) : lengthOf(there.width);

/** The old box laid beside its stud, whatever was wished before. */
function laid(hole: Hole, side: 'left' | 'right' | 'none', bay: number): Hole {
  const studs = ['0 in', say(inches(bay))];
  const { x: _x, ...wish } = hole.wish;
  const { there } = hole;
  return {
    ...hole,
    wall: { ...hole.wall, studs },
    wish,
    ...(there && {
      there: {
        ...there,
        fixed: there.kind === 'old-work' ? 'none' : side,
        x: say(beside(side, inches(bay), lengthOf(hole.wall.stud), widthOf(there))),
      },
    }),
  };
}

/** On which side its stud is: as it was said, else where it stands. */
const sideOf = (ask: Pick<CutInAsk, 'there' | 'wall'>): 'left' | 'right' | 'none' | undefined => {
  const { there, wall } = ask;
  if (!there) return undefined;
  if (there.fixed !== undefined && there.fixed !== 'none') return there.fixed;
  const from = lengthOf(there.x) - lengthOf(wall.studs[0] ?? '0 in');
  const bay = inches(bayOf(ask));
  const half = widthOf(there) / 2 + lengthOf(wall.stud) / 2;
  return from - half <= NAILED_WITHIN ? 'left' : bay - from - half <= NAILED_WITHIN ? 'right' : 'none';
};

/** What is often in the way, put where it usually is; its place is typed below. */
const OFTEN = [
  { what: 'box behind', label: 'Box behind' },
  { what: 'pipe left', label: 'Pipe left' },
  { what: 'pipe right', label: 'Pipe right' },
  { what: 'casing', label: 'Door casing' },
] as const;

function placed(what: (typeof OFTEN)[number]['what'], hole: Hole): Hole['obstacles'][number] {
  const x = hole.there ? lengthOf(hole.there.x) : inches(bayOf(hole) / 2);
  const y = hole.there ? lengthOf(hole.there.y) : inches(14);
  const half = hole.there ? widthOf(hole.there) / 2 : OPENING.value.width / 2;
  const height = hole.wall.height;
  switch (what) {
    case 'box behind':
      return thingBehind(what, x, y, '1 1/2 in', hole.wall.cavity);
    case 'pipe left':
      return {
        what,
        x: say(x - half - inches(2)),
        y: '0 in',
        width: '1 in',
        height,
        ...takenOf('2 in', hole.wall.cavity),
      };
    case 'pipe right':
      return {
        what,
        x: say(x + half + inches(1)),
        y: '0 in',
        width: '1 in',
        height,
        ...takenOf('2 in', hole.wall.cavity),
      };
    case 'casing':
      return { what, x: say(x + half + inches(1)), y: '0 in', width: '2 1/4 in', height: '80 in' };
  }
}

/** A fresh opening, or the old box again where it usually stands. */
function withoutOld(hole: Hole, old: Hole['there']): Hole {
  const { there, wish, patched: _patched, ...rest } = hole;
  if (there === undefined) return { ...hole, ...(old && { there: old }) };
  const { x: _x, y: _y, ...left } = wish;
  return { ...rest, patched: false, wish: left };
}

export function WallChoices({ ask, old, plan, onHole }: WallChoicesProps) {
  const tiled = ask.wall.finish !== '0 in';
  const has = (what: string) => ask.obstacles.some((obstacle) => obstacle.what === what);
  return (
    <View className="gap-3">
      {ask.there && (
        <Choice
          title={`The ${ask.wall.kind === 'ceiling' ? 'joist' : 'stud'} of the old box`}
          options={SIDES}
          value={sideOf(ask)}
          always
          even
          onChoose={(side) => side && onHole((hole) => laid(hole, side, bayOf(hole)))}
        />
      )}
      <View className="flex-row flex-wrap items-end gap-2">
        <Chip
          label="No box there yet"
          on={ask.there === undefined}
          onPress={() => onHole((hole) => withoutOld(hole, old))}
        />
        {ask.there === undefined && (
          <Choice
            title="Height by habit"
            options={wordOptions(USES)}
            value={ask.wish.y === undefined ? (ask.wish.use ?? 'receptacle') : undefined}
            onChoose={(use) =>
              onHole(({ wish: { y: _y, use: _use, ...wish }, ...hole }) => ({
                ...hole,
                wish: use ? { ...wish, use } : wish,
              }))
            }
          />
        )}
      </View>
      <Choice
        title="Centre to centre"
        options={BAYS.map((bay) => ({ value: bay, label: `${bay} in` }))}
        value={BAYS.find((bay) => bay === bayOf(ask))}
        always
        even
        onChoose={(bay) => bay && onHole((hole) => laid(hole, sideOf(hole) ?? 'left', bay))}
      />
      <View className="gap-1" role="group" aria-label="In the way">
        <Words size="fine" strong>
          On the wall and in it
        </Words>
        <View className="flex-row flex-wrap gap-2">
          <Chip
            label="Tile"
            detail={tiled ? ask.wall.finish : TILE}
            on={tiled}
            onPress={() =>
              onHole((hole) => ({
                ...hole,
                wall: { ...hole.wall, finish: hole.wall.finish === '0 in' ? TILE : '0 in' },
              }))
            }
          />
          {OFTEN.map(({ what, label }) => (
            <Chip
              key={what}
              label={label}
              on={has(what)}
              onPress={() =>
                onHole((hole) => ({
                  ...hole,
                  obstacles: hole.obstacles.some((one) => one.what === what)
                    ? hole.obstacles.filter((one) => one.what !== what)
                    : [...hole.obstacles, placed(what, hole)],
                }))
              }
            />
          ))}
        </View>
      </View>
      <View className="flex-row flex-wrap items-end gap-3">
        <View className="gap-1">
          <Words size="fine" strong>
            Gangs to be
          </Words>
          <Stepper
            label="Gangs to be"
            value={ask.new.gangs}
            least={1}
            most={6}
            onChange={(gangs) => onHole((hole) => ({ ...hole, new: { ...hole.new, gangs } }))}
          />
        </View>
        {plan?.space.old && (
          <Chip
            label="Old opening closed first"
            on={ask.patched}
            onPress={() => onHole((hole) => ({ ...hole, patched: !hole.patched }))}
          />
        )}
      </View>
      <Choice<Hold>
        title="The new box is"
        options={wordOptions(HOLDS)}
        value={ask.new.kind}
        always
        onChoose={(kind) => kind && onHole((hole) => ({ ...hole, new: { ...hole.new, kind } }))}
      />
    </View>
  );
}
