/** The panel of a house: its breakers where they stand, what their labels say, and how each was found. */
import {
  isMislabelled,
  labelOf,
  nameInPanel,
  type Panel,
  type PanelCircuit,
  SPACES_MOST,
  spacesOf,
  traced,
} from '@dense-pack/core/box/panel';
import { newId } from '@dense-pack/core/box/new-id';
import { houseOf } from '@dense-pack/core/run/house';
import { useMemo, useState } from 'react';
import { type ShownJob, useJob } from '../client/queries';

import { Notice } from '../parts/Notice';
import { NotThere } from '../parts/NotThere';
import { Button } from '../parts/Press';
import { Screen } from '../parts/Screen';
import { Touch } from '../parts/Touch';
import { Words } from '../parts/Words';
import { BreakerPanel } from './BreakerPanel';
import { HouseActions } from './HouseActions';
import { changeHouse } from './job-changes';
import { View } from '../parts/View';

/** So many spaces are shown of a panel of which nothing is known. */
const FIRST_SPACES = 12;

export function PanelScreen({ jobId }: { readonly jobId: string }) {
  const query = useJob(jobId);
  const back = { label: query.job?.name ?? 'the job', href: `/job/${jobId}` };
  if (!query.job) return <NotThere what="job" title="Panel" back={back} query={query} />;
  return (
    <Screen title="Panel" detail={query.job.name} back={back} actions={<HouseActions job={query.job} />}>
      <Directory job={query.job} />
    </Screen>
  );
}

function Directory({ job }: { readonly job: ShownJob }) {
  const { panel } = job;
  const [chosen, setChosen] = useState<string>();
  const [more, setMore] = useState(0);
  const highest = Math.max(0, ...panel.circuits.flatMap(spacesOf));
  const spaces = Math.min(SPACES_MOST, Math.max(FIRST_SPACES, highest + (highest % 2)) + more);
  const boxes = useMemo(() => houseOf(job.boxes, panel), [job.boxes, panel]);
  const points = traced(panel);
  const one = panel.circuits.find(({ id }) => id === chosen);
  const touch = (space: number) => {
    const there = panel.circuits.find((each) => spacesOf(each).includes(space));
    if (there) return setChosen(there.id === chosen ? undefined : there.id);
    const id = newId();
    const refused = changeHouse(job, (now) => ({ panel: withCircuit(now.panel, { id, space }) }));
    if (refused.length === 0) setChosen(id);
  };
  const wrong = panel.circuits.filter(isMislabelled).length;
  return (
    <>
      <Words tone="text-soft">
        {panel.circuits.length === 0
          ? 'Touch the space of a breaker and say what its label says.'
          : `${panel.circuits.length} ${panel.circuits.length === 1 ? 'circuit' : 'circuits'}${wrong > 0 ? `, ${wrong} with a wrong label` : ''}.`}
      </Words>
      {points && (
        <Notice title={`The tracer points to space ${nameInPanel(points)}`} tone="unknown">
          Its last pass was strongest there. Throw it and look before you trust it.
        </Notice>
      )}
      <View className="gap-1" role="group" aria-label="Spaces of the panel" testID="panel">
        {Array.from({ length: Math.ceil(spaces / 2) }, (_, row) => (
          <View key={row} className="flex-row gap-2">
            {[2 * row + 1, 2 * row + 2].map((space) => (
              <View key={space} className="min-w-0 flex-1">
                <Space
                  space={space}
                  circuit={panel.circuits.find((each) => spacesOf(each).includes(space))}
                  panel={panel}
                  on={one !== undefined && spacesOf(one).includes(space)}
                  onPress={() => touch(space)}
                />
              </View>
            ))}
          </View>
        ))}
      </View>
      {spaces < SPACES_MOST && <Button label="More spaces" onPress={() => setMore(more + 6)} />}
      {one && (
        <BreakerPanel
          key={one.id}
          job={job}
          circuit={one}
          boxes={boxes.filter(({ circuits }) => circuits.includes(nameInPanel(one)))}
          onDone={() => setChosen(undefined)}
        />
      )}
      <Notice title="A label is not proof">
        Find the breaker with a tracer in several passes, or with a lamp and by throwing it; then prove the
        box dead. Correct the label on the panel itself too.
      </Notice>
    </>
  );
}

/** A panel with one more circuit. */
function withCircuit({ circuits }: Panel, { id, space }: Pick<PanelCircuit, 'id' | 'space'>): Panel {
  return { circuits: [...circuits, { id, space, poles: 1, label: '', passes: [] }] };
}

interface SpaceProps {
  readonly space: number;
  readonly circuit: PanelCircuit | undefined;
  readonly panel: Panel;
  readonly on: boolean;
  readonly onPress: () => void;
}

/** One space, as it stands in the panel; the second of a two-pole breaker hangs on the first. */
function Space({ space, circuit, panel, on, onPress }: SpaceProps) {
  const second = circuit !== undefined && circuit.space !== space;
  const tied = circuit?.tie === undefined ? undefined : panel.circuits.find(({ id }) => id === circuit.tie);
  const label = circuit && (labelOf(circuit) || 'no label');
  const first = circuit === undefined ? 'free' : second ? `with ${circuit.space}` : `${label}`;
  const facts =
    circuit === undefined || second
      ? ''
      : [
          circuit.amps !== undefined && `${circuit.amps} A`,
          circuit.poles === 2 && '2 poles',
          tied && `tied to ${nameInPanel(tied)}`,
          isMislabelled(circuit) && 'label wrong',
        ]
          .filter(Boolean)
          .join(', ');
  const frame = on
    ? 'border-4 border-focus bg-sheet'
    : circuit
      ? 'border-2 border-ink bg-sheet'
      : 'border border-line bg-sunk';
  return (
    <Touch
      role="button"
      aria-label={[space, first, facts].filter((part) => part !== '').join(' ')}
      aria-pressed={on}
      testID={circuit ? 'breaker' : 'space'}
      onPress={onPress}
      className={`min-h-[56px] flex-1 justify-center rounded-card px-2 py-1 active:opacity-70 ${frame}`}
    >
      <View className="flex-row items-center gap-2">
        <Words strong className="w-6">{`${space} `}</Words>
        <View className="min-w-0 flex-1">
          <Words
            size="fine"
            strong={circuit !== undefined}
            tone={circuit ? 'text-ink' : 'text-soft'}
            numberOfLines={2}
          >
            {`${first} `}
          </Words>
          {facts !== '' && circuit && (
            <Words size="fine" tone={isMislabelled(circuit) ? 'text-unknown' : 'text-soft'} numberOfLines={2}>
              {facts}
            </Words>
          )}
        </View>
      </View>
    </Touch>
  );
}
