/** Where a cable leads: the likeliest ends first, then the panel, a lamp, or not known. */
import { FAR_ENDS, type FarEnd, type Link } from '@dense-pack/core/box/links';
import { newId } from '@dense-pack/core/box/new-id';
import type { RunEnd } from '@dense-pack/core/run/house';
import { likelyEnds } from '@dense-pack/core/run/likely';
import { type HouseRun, linkRefused } from '@dense-pack/core/run/run';
import { useState } from 'react';
import { View } from 'react-native';
import type { ShownJob } from '../client/queries';

import { Button, Chip } from '../parts/Press';
import { useIntoView } from '../parts/into-view';
import { Words } from '../parts/Words';
import { changeHouse } from './job-changes';

/** So many likely ends are shown before the rest is asked for. */
const FIRST = 4;

interface LinkPanelProps {
  readonly job: ShownJob;
  readonly run: HouseRun;
  readonly end: RunEnd;
  readonly onDone: () => void;
}

export function LinkPanel({ job, run, end, onDone }: LinkPanelProps) {
  const [all, setAll] = useState(false);
  const [problem, setProblem] = useState<string>();
  const view = useIntoView();
  const likely = likelyEnds(run, end, job.links);
  const lead = (to: Link['to']) => {
    const link: Link = { id: newId(), from: { box: end.box, piece: end.piece }, to };
    const refused = linkRefused(job.boxes, job.links, link, job.panel);
    if (refused !== undefined) return setProblem(refused);
    const [wrong] = changeHouse(job, (now) => ({ links: [...now.links, link] }));
    if (wrong) return setProblem(`${wrong.accepted}.`);
    onDone();
  };
  return (
    <View className="gap-2 rounded-card border-2 border-action bg-sheet p-3" testID="link" ref={view}>
      <Words strong>{`Where does ${end.name} lead?`}</Words>
      {problem !== undefined && (
        <Words tone="text-over" role="alert" testID="problem">
          {problem}
        </Words>
      )}
      <View className="gap-2" role="group" aria-label="Likely ends">
        {likely.slice(0, all ? undefined : FIRST).map((other) => (
          <Button
            key={`${other.box}/${other.piece}`}
            label={`${run.house.find(({ id }) => id === other.box)?.name ?? ''}: ${other.name}`}
            onPress={() => lead({ box: other.box, piece: other.piece })}
          />
        ))}
        {likely.length > FIRST && !all && (
          <Button label={`Show all ${likely.length}`} onPress={() => setAll(true)} />
        )}
      </View>
      <View className="flex-row flex-wrap gap-2">
        {(Object.keys(FAR_ENDS) as FarEnd[]).map((far) => (
          <Chip
            key={far}
            label={FAR_ENDS[far].replace(/^./, (letter) => letter.toUpperCase())}
            className="grow"
            onPress={() => lead(far)}
          />
        ))}
      </View>
    </View>
  );
}
