/** The wires of the run in the count and the plan of the box: they end in it. */
import { newId } from '@dense-pack/core/box/new-id';
import {
  type RacewayWires as Wires,
  racewayWiresIn,
  withRacewayWires,
} from '@dense-pack/core/box/raceway-wires';
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { Surface } from '@dense-pack/core/box/surface';
import type { Edition } from '@dense-pack/core/edition/edition';
import { tally } from '@dense-pack/core/fill/tally';
import { verdictWords } from '@dense-pack/core/fill/verdict';
import type { ChangeBox } from '../box/use-box-edit';
import { Notice } from '../parts/Notice';
import { Button } from '../parts/Press';
import { Words } from '../parts/Words';
import { View } from '../parts/View';

interface RacewayWiresProps {
  readonly surface: Surface;
  readonly box: BoxDocument;
  readonly edition: Edition;
  readonly onBox: ChangeBox;
}

/** Sizes that are pulled into surface raceway of a dwelling. Common practice, no source. */
const SIZES = [14, 12, 10] as const;

/** What so many wires of one size can be: one of them the ground, or a raceway that is the ground itself. */
const possible = (wires: number): readonly Wires[] =>
  [1, 0].flatMap((grounds) =>
    wires > grounds ? SIZES.map((size) => ({ conductors: wires - grounds, size, grounds })) : [],
  );

const nameOf = ({ conductors, size, grounds }: Wires) =>
  `${conductors} × ${size} AWG${grounds === 0 ? ', no ground wire' : ' and a ground'}`;

const TITLES = {
  missing: 'The wires of this run are not in the count',
  differs: 'The count has other wires than this run',
} as const;

export function RacewayWires({ surface, box, edition, onBox }: RacewayWiresProps) {
  const known = racewayWiresIn(box, surface);
  if (surface.legs.length === 0) return null;
  if (known === 'counted') return <Words tone="text-soft">The wires of this run are in the count.</Words>;
  return (
    <Notice title={TITLES[known]} tone="unknown">
      <Words tone="text-soft">{`${surface.wires} wires end in this box and take its room. Which ones are they?`}</Words>
      <View className="flex-row flex-wrap gap-2" role="group" aria-label="Wires of the run">
        {possible(surface.wires).map((wires) => (
          <Button
            key={nameOf(wires)}
            label={`${nameOf(wires)}: ${verdictWords(tally(withRacewayWires(box, wires, newId), edition))}`}
            onPress={() => onBox((now) => withRacewayWires(now, wires, newId))}
          />
        ))}
      </View>
    </Notice>
  );
}
