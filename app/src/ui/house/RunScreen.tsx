/** The run of a house: its boxes as trees from the breaker, and the cables that still lead nowhere. */
import { naturally } from '@dense-pack/core/box/natural-order';
import { newId } from '@dense-pack/core/box/new-id';
import { labelOf, nameInPanel } from '@dense-pack/core/box/panel';
import { likelyPairs, openEnds } from '@dense-pack/core/run/likely';
import { type HouseRun, runOf } from '@dense-pack/core/run/run';
import Printer from 'lucide-react-native/icons/printer';
import { useMemo, useState } from 'react';
import { type ShownJob, useJob } from '../client/queries';

import { Notice } from '../parts/Notice';
import { NotThere } from '../parts/NotThere';
import { useFirst } from '../parts/first';
import { go } from '../parts/go';
import { Button, Chip } from '../parts/Press';
import { Screen } from '../parts/Screen';
import { Words } from '../parts/Words';
import { LinkPanel } from './LinkPanel';
import { RunTree } from './RunTree';
import { HouseActions } from './HouseActions';
import { changeHouse } from './job-changes';
import { View } from '../parts/View';

export function RunScreen({ jobId }: { readonly jobId: string }) {
  const query = useJob(jobId);
  const back = { label: query.job?.name ?? 'the job', href: `/job/${jobId}` };
  if (!query.job) return <NotThere what="job" title="The run" back={back} query={query} />;
  return (
    <Screen title="The run" detail={query.job.name} back={back} actions={<HouseActions job={query.job} />}>
      <House job={query.job} />
    </Screen>
  );
}

function House({ job }: { readonly job: ShownJob }) {
  const { boxes, links, panel } = job;
  const run = useMemo(() => runOf(boxes, links, panel), [boxes, links, panel]);
  const [off, setOff] = useState<string>();
  const circuits = [...new Set(run.house.flatMap((box) => box.circuits))].sort(naturally);
  const dark = new Set(off === undefined ? [] : run.deadWith(off).map(({ id }) => id));
  if (boxes.length < 2)
    return (
      <Notice title="A run begins with two boxes">
        Record the boxes first; then say here which cable leads to which. One box alone needs none of it.
      </Notice>
    );
  return (
    <>
      {run.findings.map(({ words, code, link, boxes: of }) => (
        <Notice key={`${code}${link ?? ''}${of.join()}`} title={words} tone="over">
          {link !== undefined && (
            <Button
              label="Take the link out"
              onPress={() =>
                changeHouse(job, (now) => ({ links: now.links.filter(({ id }) => id !== link) }))
              }
            />
          )}
        </Notice>
      ))}
      {circuits.length > 0 && (
        <View className="gap-1" role="group" aria-label="What goes dead with a breaker">
          <Words size="fine" strong>
            What goes dead with a breaker
          </Words>
          <View className="flex-row flex-wrap gap-2">
            {circuits.map((name) => {
              const known = panel.circuits.find((one) => nameInPanel(one) === name);
              return (
                <Chip
                  key={name}
                  label={name}
                  detail={known && labelOf(known) !== '' ? labelOf(known) : undefined}
                  on={off === name}
                  onPress={() => setOff(off === name ? undefined : name)}
                />
              );
            })}
          </View>
          {off !== undefined && (
            <Words tone="text-soft" role="status" testID="dead">
              {`With circuit ${off} off ${dark.size} of ${boxes.length} boxes are dead, wholly or in part. Prove it: a box may hold a circuit that is not recorded.`}
            </Words>
          )}
        </View>
      )}
      <RunTree job={job} run={run} dark={dark} />
      <Open job={job} run={run} />
      <Button label="Tags of the house as labels" icon={Printer} onPress={() => go(`/job/${job.id}/tags`)} />
    </>
  );
}

/** So many likely cables are offered at once. */
const PAIRS = 5;
/** Of so many boxes the loose ends are shown at first. */
const BOXES = 40;

/** The ends that are not linked yet, one after another. */
function Open({ job, run }: { readonly job: ShownJob; readonly run: HouseRun }) {
  const [held, setHeld] = useState<string>();
  const open = openEnds(run, job.links);
  const end = open.find((one) => `${one.box}/${one.piece}` === held);
  const pairs = useMemo(() => likelyPairs(run, job.links).slice(0, PAIRS), [run, job.links]);
  const nameOf = (id: string) => run.house.find((one) => one.id === id)?.name ?? '';
  const loose = new Set(open.map((one) => one.box));
  const { shown, more } = useFirst(
    run.house.filter((one) => loose.has(one.id)),
    BOXES,
  );
  if (open.length === 0) return <Words tone="text-soft">Every cable is linked.</Words>;
  return (
    <View className="gap-2">
      <Words heading={2} strong>
        {`${open.length} ${open.length === 1 ? 'cable end leads' : 'cable ends lead'} nowhere yet`}
      </Words>
      {pairs.length > 0 && (
        <View className="gap-1" role="group" aria-label="Likely one cable">
          <Words size="fine" strong>
            Likely one cable: touch what is so
          </Words>
          {pairs.map(([one, other]) => (
            <Button
              key={`${one.box}${one.piece}`}
              label={`${nameOf(one.box)}, ${one.name} — ${nameOf(other.box)}, ${other.name}`}
              onPress={() =>
                changeHouse(job, (now) => ({
                  links: [
                    ...now.links,
                    {
                      id: newId(),
                      from: { box: one.box, piece: one.piece },
                      to: { box: other.box, piece: other.piece },
                    },
                  ],
                }))
              }
            />
          ))}
        </View>
      )}
      {shown.map(({ id, name, ends }) => {
        const mine = ends.filter((one) => open.includes(one));
        return (
          <View key={id} className="gap-1" role="group" aria-label={`Cables of ${name}`}>
            <Words size="fine" strong>
              {name}
            </Words>
            <View className="flex-row flex-wrap gap-2">
              {mine.map((one) => {
                const key = `${one.box}/${one.piece}`;
                return (
                  <Chip
                    key={key}
                    label={one.name}
                    aria-label={`${one.name} in ${name}`}
                    on={key === held}
                    onPress={() => setHeld(key === held ? undefined : key)}
                  />
                );
              })}
            </View>
            {end && end.box === id && (
              <LinkPanel key={held} job={job} run={run} end={end} onDone={() => setHeld(undefined)} />
            )}
          </View>
        );
      })}
      {more}
    </View>
  );
}
