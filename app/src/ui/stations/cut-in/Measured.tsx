/** Every measure of a wall typed: what the part in hand and the wall in front of one say. */
import { type CutInAsk, Hole } from '@dense-pack/core/box/hole';
import Trash from 'lucide-react-native/icons/trash';
import { Fold } from '../../parts/Fold';
import { Measure, type MeasureRow, Measures, tried, without } from '../../parts/Measures';
import { Button, IconPress } from '../../parts/Press';
import { Words } from '../../parts/Words';
import type { ChangeHole } from './CutInStation';
import { View } from '../../parts/View';

interface MeasuredProps {
  readonly ask: CutInAsk;
  readonly onHole: ChangeHole;
}

type Rows = readonly MeasureRow<Hole>[];

const wall =
  (part: 'stud' | 'height' | 'cavity' | 'board' | 'finish') =>
  (hole: Hole, text: string): Hole => ({ ...hole, wall: { ...hole.wall, [part]: text } });
const there =
  (part: 'x' | 'y') =>
  (hole: Hole, text: string): Hole =>
    hole.there ? { ...hole, there: { ...hole.there, [part]: text } } : hole;
const clear =
  (part: keyof Hole['clear']) =>
  (hole: Hole, text: string): Hole => ({ ...hole, clear: { ...hole.clear, [part]: text } });
const fresh =
  (part: 'depth' | 'width' | 'height') =>
  (hole: Hole, text: string): Hole => ({
    ...hole,
    new: without({ ...hole.new, [part]: text }, part, text),
  });
const inList = (text: string) =>
  text
    .split(',')
    .map((one) => one.trim())
    .filter((one) => one !== '');

const rowsOf = (ask: CutInAsk): Rows => [
  [
    'Studs, centres, with commas',
    ask.wall.studs.join(', '),
    (hole, text) => ({ ...hole, wall: { ...hole.wall, studs: inList(text) } }),
  ],
  ['Width of a stud', ask.wall.stud, wall('stud')],
  ['Cavity', ask.wall.cavity, wall('cavity')],
  ['Board', ask.wall.board, wall('board')],
  ['Finish over the board', ask.wall.finish, wall('finish')],
  ['Height of the wall', ask.wall.height, wall('height')],
  [
    'Height to the centre, as the neighbours',
    ask.wish.y ?? '',
    (hole, text) => ({ ...hole, wish: without({ ...hole.wish, y: text }, 'y', text) }),
  ],
  ...(ask.there
    ? ([
        ['Old box: centre along the wall', ask.there.x, there('x')],
        ['Old box: centre from the floor', ask.there.y, there('y')],
      ] satisfies Rows)
    : []),
  ['New box: depth', ask.new.depth, fresh('depth')],
  ['New box: width of the cut', ask.new.width ?? '', fresh('width')],
  ['New box: height of the cut', ask.new.height ?? '', fresh('height')],
  ['Sound board for an ear', ask.clear.board, clear('board')],
  ['Clamps take at least', ask.clear.clampLeast, clear('clampLeast')],
  ['Clamps take at most', ask.clear.clampMost, clear('clampMost')],
  ['Clamps swing above and below', ask.clear.swing, clear('swing')],
];

export function Measured({ ask, onHole }: MeasuredProps) {
  return (
    <Fold title="Type the measures">
      <View className="gap-3 px-3 pb-3">
        <Words size="fine" tone="text-soft">
          Usual sizes until you measure: the part in hand governs. Along the wall from the first stud’s
          centre, up from the floor. An empty field of the new box is its usual size again.
        </Words>
        <Measures rows={rowsOf(ask)} reader={Hole} onChange={onHole} />
        <Obstacles ask={ask} onHole={onHole} />
      </View>
    </Fold>
  );
}

const PARTS = [
  ['x', 'left edge'],
  ['y', 'bottom'],
  ['width', 'width'],
  ['height', 'height'],
  ['depth', 'of the cavity'],
] as const;

function Obstacles({ ask, onHole }: MeasuredProps) {
  return (
    <View className="gap-3">
      {ask.obstacles.map((obstacle, nth) => (
        <View key={nth} className="gap-2 border-t border-hair pt-2">
          <View className="flex-row items-center justify-between">
            <Words strong>{obstacle.what}</Words>
            <IconPress
              label={`Take ${obstacle.what} away`}
              icon={Trash}
              onPress={() =>
                onHole((hole) => ({
                  ...hole,
                  obstacles: hole.obstacles.filter((_, other) => other !== nth),
                }))
              }
            />
          </View>
          {PARTS.map(([part, words]) => (
            <Measure
              key={part}
              label={`${obstacle.what}: ${words}`}
              value={obstacle[part] ?? ''}
              onEnd={(text) =>
                tried({ reader: Hole, onChange: onHole }, (hole) => ({
                  ...hole,
                  obstacles: hole.obstacles.map((one, other) =>
                    other === nth
                      ? without({ ...one, [part]: text }, part, part === 'depth' ? text : 'kept')
                      : one,
                  ),
                }))
              }
            />
          ))}
        </View>
      ))}
      <Button
        label="Something else in the way"
        onPress={() =>
          onHole((hole) => ({
            ...hole,
            obstacles: [
              ...hole.obstacles,
              {
                what: `obstacle ${hole.obstacles.length + 1}`,
                x: '4 in',
                y: '0 in',
                width: '1 in',
                height: hole.wall.height,
              },
            ],
          }))
        }
      />
    </View>
  );
}
