/** Where an instrument can be held: receptacles for a plug, conductors and terminals for a probe. */
import { Chip } from '../parts/Press';
import { Words } from '../parts/Words';
import type { Judged } from '../stations/join/use-wiring';
import { View } from '../parts/View';

interface PointsProps {
  readonly judged: Judged;
  /** Only what a plug goes into. */
  readonly plug: boolean;
  readonly held: readonly string[];
  readonly onTouch: (point: string) => void;
}

interface Group {
  readonly title: string;
  readonly points: readonly { readonly id: string; readonly label: string }[];
}

export function Points({ judged, plug, held, onTouch }: PointsProps) {
  const groups = plug ? receptacles(judged) : ends(judged);
  if (groups.every(({ points }) => points.length === 0))
    return <Words tone="text-soft">No receptacle in this box takes a plug tester.</Words>;
  return (
    <View className="gap-2">
      {groups.map(({ title, points }) => (
        <View key={title} role="group" aria-label={title} className="gap-1">
          <Words size="fine" strong>
            {title}
          </Words>
          <View className="flex-row flex-wrap gap-2">
            {points.map(({ id, label }) => (
              <Chip
                key={id}
                label={label}
                aria-label={`${label}: ${title}`}
                on={held.includes(id)}
                onPress={() => onTouch(id)}
              />
            ))}
          </View>
        </View>
      ))}
    </View>
  );
}

const receptacles = ({ circuitry: { physical } }: Judged): Group[] => [
  {
    title: 'Receptacles',
    points: physical.uses
      .filter(({ here, doubled, ground }) => here && !doubled && ground !== undefined)
      .map(({ id, name }) => ({ id, label: name })),
  },
];

const ends = ({ lines, faces }: Judged): Group[] => [
  ...lines.map(({ name, wires }) => ({
    title: name,
    points: wires.map(({ id, colour }) => ({ id, label: colour })),
  })),
  ...faces.map(({ title, terminals }) => ({
    title,
    points: terminals.map(({ id, name }) => ({ id, label: name.replaceAll('-', ' ') })),
  })),
];
