/** Every measure typed, as a tape shows it: what the part in hand and the wall in front of one say. */
import { type CutInAsk, Hole } from '@dense-pack/core/box/hole';
import Trash from 'lucide-react-native/icons/trash';
import { useState } from 'react';
import { View } from 'react-native';
import { Field } from '../../parts/Field';
import { Fold } from '../../parts/Fold';
import { Button, IconPress } from '../../parts/Press';
import { Words } from '../../parts/Words';
import type { ChangeHole } from './CutInStation';

interface MeasuredProps {
  readonly ask: CutInAsk;
  readonly onHole: ChangeHole;
}

export function Measured({ ask, onHole }: MeasuredProps) {
  const { wall, there, clear } = ask;
  const rows: readonly (readonly [string, string, (hole: Hole, text: string) => Hole])[] = [
    [
      'Studs, centres, with commas',
      wall.studs.join(', '),
      (hole, text) => ({
        ...hole,
        wall: {
          ...hole.wall,
          studs: text
            .split(',')
            .map((one) => one.trim())
            .filter((one) => one !== ''),
        },
      }),
    ],
    ['Cavity', wall.cavity, (hole, text) => ({ ...hole, wall: { ...hole.wall, cavity: text } })],
    ['Board', wall.board, (hole, text) => ({ ...hole, wall: { ...hole.wall, board: text } })],
    [
      'Finish over the board',
      wall.finish,
      (hole, text) => ({ ...hole, wall: { ...hole.wall, finish: text } }),
    ],
    ...(there
      ? ([
          [
            'Old box: centre along the wall',
            there.x,
            (hole, text) => (hole.there ? { ...hole, there: { ...hole.there, x: text } } : hole),
          ],
          [
            'Old box: centre from the floor',
            there.y,
            (hole, text) => (hole.there ? { ...hole, there: { ...hole.there, y: text } } : hole),
          ],
        ] as [string, string, (hole: Hole, text: string) => Hole][])
      : []),
    ['New box: depth', ask.new.depth, (hole, text) => ({ ...hole, new: { ...hole.new, depth: text } })],
    [
      'New box: width of the cut',
      ask.new.width ?? '',
      (hole, text) => ({ ...hole, new: without({ ...hole.new, width: text }, 'width', text) }),
    ],
    [
      'New box: height of the cut',
      ask.new.height ?? '',
      (hole, text) => ({ ...hole, new: without({ ...hole.new, height: text }, 'height', text) }),
    ],
    [
      'Sound board for an ear',
      clear.board,
      (hole, text) => ({ ...hole, clear: { ...hole.clear, board: text } }),
    ],
  ];
  return (
    <Fold title="Type the measures">
      <View className="gap-3 px-3 pb-3">
        <Words size="fine" tone="text-soft">
          Usual sizes until you measure: the part in hand governs. Along the wall from the first stud’s
          centre, up from the floor.
        </Words>
        {rows.map(([label, value, change]) => (
          <Measure
            key={label}
            label={label}
            value={value}
            onEnd={(text) => tried(onHole, (hole) => change(hole, text))}
          />
        ))}
        <Obstacles ask={ask} onHole={onHole} />
      </View>
    </Fold>
  );
}

/** A part that is as usual again when its field is left empty. */
function without<T extends object>(all: T, field: keyof T, text: string): T {
  if (text.trim() !== '') return all;
  const { [field]: _gone, ...rest } = all;
  return rest as T;
}

/** Takes a change where the whole agrees with itself; else says what is wrong and changes nothing. */
function tried(onHole: ChangeHole, change: (hole: Hole) => Hole): string | undefined {
  let problem: string | undefined;
  onHole((hole) => {
    const read = Hole.safeParse(change(hole));
    if (read.success) return read.data;
    problem = read.error.issues[0]?.message;
    return hole;
  });
  return problem;
}

interface MeasureProps {
  readonly label: string;
  readonly value: string;
  /** Gives what is wrong with it. */
  readonly onEnd: (text: string) => string | undefined;
}

/** One measure; what is refused stays in the field with its reason. */
function Measure({ label, value, onEnd }: MeasureProps) {
  const [refused, setRefused] = useState<{ readonly text: string; readonly why: string }>();
  return (
    <Field
      // What changes elsewhere is shown here; what was refused stays as it was typed.
      key={refused === undefined ? value : refused.text}
      label={label}
      defaultValue={refused?.text ?? value}
      mono
      problem={refused?.why}
      onEnd={(typed) => {
        const text = typed.trim();
        if (text === refused?.text) return;
        const why = text === value ? undefined : onEnd(text);
        setRefused(why === undefined ? undefined : { text, why });
      }}
    />
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
                onHole((hole) => ({ ...hole, obstacles: hole.obstacles.filter((_, other) => other !== nth) }))
              }
            />
          </View>
          {PARTS.map(([part, words]) => (
            <Measure
              key={part}
              label={`${obstacle.what}: ${words}`}
              value={obstacle[part] ?? ''}
              onEnd={(text) =>
                tried(onHole, (hole) => ({
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
