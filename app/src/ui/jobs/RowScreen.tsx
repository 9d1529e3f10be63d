/** A row of fixtures over a counter or in a room: where each comes, from both ends and the joists; its boxes made and linked. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { newId } from '@dense-pack/core/box/new-id';
import { lengthOf } from '@dense-pack/core/box/texts';
import { editionOf } from '@dense-pack/core/edition/index';
import { tally } from '@dense-pack/core/fill/tally';
import { verdictWords } from '@dense-pack/core/fill/verdict';
import { type Length, showInches } from '@dense-pack/core/quantity/length';
import { rowPicture } from '@dense-pack/core/sheet/surface-picture';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import {
  chainLines,
  FIXINGS,
  planRow,
  RowAsk,
  type RowPlan,
  SCHOOLS,
  type School,
} from '@dense-pack/core/space/row';
import { useState } from 'react';
import { useWindowDimensions } from 'react-native';
import { makeBox, type ShownJob, useJob } from '../client/queries';
import { changeHouse } from '../house/job-changes';
import { Choice } from '../parts/Choice';
import { Field } from '../parts/Field';
import { go } from '../parts/go';
import { Notice } from '../parts/Notice';
import { NotThere } from '../parts/NotThere';
import { PlainPicture } from '../parts/PlainPicture';
import { Button, Chip, Stepper } from '../parts/Press';
import { Screen } from '../parts/Screen';
import { Words } from '../parts/Words';
import { View } from '../parts/View';

export function RowScreen({ jobId }: { readonly jobId: string }) {
  const query = useJob(jobId);
  const back = { label: query.job?.name ?? 'the job', href: `/job/${jobId}` };
  if (!query.job) return <NotThere what="job" title="A row" back={back} query={query} />;
  return (
    <Screen title="A row of fixtures" detail={query.job.name} back={back}>
      <Row job={query.job} />
    </Screen>
  );
}

const tape = (length: number) => `${showInches(Math.round(length) as Length)} in`;
const HOW: Readonly<Record<School, string>> = { parts: 'Equal parts', halves: 'Half a pitch at the ends' };
const PITCHES = [16, 24] as const;
/** What the fixtures hang from, by the words of the count line. Invented choice of usual parts. */
const BOXES = [
  { value: '6 in3 metal pan', label: 'Pan, 6 in³' },
  { value: 'box oct-2.125', label: 'Octagon, 2⅛ deep' },
  { value: '20 in3 plastic round', label: 'Round, 20 in³' },
] as const;

function Row({ job }: { readonly job: ShownJob }) {
  const { width } = useWindowDimensions();
  const [many, setMany] = useState(3);
  const [length, setLength] = useState('96 in');
  const [across, setAcross] = useState('25 in');
  const [school, setSchool] = useState<School>('parts');
  const [pitch, setPitch] = useState<number>();
  const [first, setFirst] = useState('8 in');
  const [pull, setPull] = useState(false);
  const [box, setBox] = useState<string>(BOXES[0].value);
  const read = RowAsk.safeParse({
    length,
    many,
    school,
    ...(across.trim() !== '' && { width: across }),
    ...(pitch !== undefined && { joists: { first, pitch: `${pitch} in` } }),
    pull: pull && pitch !== undefined,
  });
  const problem = (field: string) => read.error?.issues.find(({ path }) => path.join('.') === field)?.message;
  const plan = read.success ? planRow(read.data) : undefined;
  const room = Math.min(width - 32, 620);
  const lines = chainLines(many, box, '14/2');
  const verdicts = lines.map((line) => {
    const said = readCountLine(line);
    if (!said.ok) throw new Error(said.error.expected);
    return { box: said.box, words: verdictWords(tally(said.box, editionOf(job.edition))) };
  });
  const make = () => {
    makeRow(
      job,
      plan,
      verdicts.map((one) => one.box),
    );
    go(`/job/${job.id}`);
  };
  return (
    <>
      <View className="gap-1">
        <Words size="fine" strong>
          Fixtures
        </Words>
        <Stepper label="Fixtures" value={many} least={1} most={40} onChange={setMany} />
      </View>
      <View className="flex-row gap-3">
        <View className="min-w-0 flex-1">
          <Field label="Length" mono defaultValue={length} problem={problem('length')} onEnd={setLength} />
        </View>
        <View className="min-w-0 flex-1">
          <Field label="Width" mono defaultValue={across} problem={problem('width')} onEnd={setAcross} />
        </View>
      </View>
      <Choice
        title="How they are spaced"
        options={(Object.keys(SCHOOLS) as School[]).map((value) => ({ value, label: HOW[value] }))}
        value={school}
        always
        onChoose={(chosen) => chosen && setSchool(chosen)}
      />
      <Choice
        title="Joists across it, centre to centre"
        options={PITCHES.map((value) => ({ value, label: `${value} in` }))}
        value={PITCHES.find((one) => one === pitch)}
        even
        onChoose={setPitch}
      />
      {pitch !== undefined && (
        <View className="flex-row flex-wrap items-end gap-3">
          <View className="min-w-[140px] grow">
            <Field
              label="First joist from the left end"
              mono
              defaultValue={first}
              problem={problem('joists.first')}
              onEnd={setFirst}
            />
          </View>
          <Chip label="Pull each to its joist" on={pull} onPress={() => setPull(!pull)} />
        </View>
      )}
      {plan && (
        <>
          <PlainPicture
            picture={rowPicture(
              plan,
              lengthOf(length),
              pitch === undefined ? undefined : { first: lengthOf(first), pitch: lengthOf(`${pitch} in`) },
              room,
            )}
            width={room}
            on="screen"
          />
          <Words role="status">
            {`${tape(plan.end)} from each end, ${tape(plan.pitch)} between${plan.across === undefined ? '' : `, ${tape(plan.across)} from the edge`}.`}
          </Words>
          <Places plan={plan} />
        </>
      )}
      <Words size="fine" tone="text-soft">
        Mark them on the counter or the floor and carry each up by plumb line or laser. A hole bored through a
        plate is fire-stopped.
      </Words>
      <Choice
        title="Each hangs from"
        options={BOXES}
        value={BOXES.find(({ value }) => value === box)?.value}
        always
        onChoose={(chosen) => chosen && setBox(chosen)}
      />
      {verdicts.slice(0, many > 1 ? 2 : 1).map(({ words }, nth) => (
        <Notice
          key={nth}
          tone={words.startsWith('over') ? 'over' : 'quiet'}
          title={`${many === 1 ? 'It' : nth === 0 ? 'Each with two cables' : 'The last'}: ${nth === 0 ? words : (verdicts.at(-1)?.words ?? words)}`}
        />
      ))}
      <Button
        label={`Make ${many} ${many === 1 ? 'box' : 'boxes'}, linked`}
        kind="main"
        disabled={!plan}
        onPress={make}
      />
    </>
  );
}

const sided = (length: number) =>
  length === 0 ? 'in the middle' : `${tape(Math.abs(length))} ${length > 0 ? 'right' : 'left'} of the middle`;

/** Each fixture from the left end and from the middle, with what holds it there. */
function Places({ plan }: { readonly plan: RowPlan }) {
  return (
    <View className="rounded-card border border-hair bg-sheet">
      {plan.places.map((place, nth) => (
        <View key={nth} className="gap-0 border-t border-hair px-3 py-2 first:border-t-0">
          <Words
            strong
          >{`${nth + 1}: ${tape(place.at)} from the left end, ${sided(place.fromMiddle)}`}</Words>
          <Words size="fine" tone="text-soft">
            {[
              FIXINGS[place.fixing],
              place.off !== undefined && place.off !== 0
                ? `joist ${tape(Math.abs(place.off))} to the ${place.off > 0 ? 'right' : 'left'}`
                : '',
              place.pulled !== 0 ? `pulled ${tape(Math.abs(place.pulled))} out of its even place` : '',
            ]
              .filter((one) => one !== '')
              .join('; ')}
          </Words>
        </View>
      ))}
    </View>
  );
}

/** The boxes of a row, each where it comes, and the cables from one to the next. */
function makeRow(job: ShownJob, plan: RowPlan | undefined, boxes: readonly BoxDocument[]): void {
  const made = boxes.map((box, nth) => {
    const place = plan?.places[nth];
    const note = place
      ? `${tape(place.at)} from the left end${plan?.across === undefined ? '' : `, ${tape(plan.across)} across`}; ${FIXINGS[place.fixing]}.`
      : '';
    const name = `Row, fixture ${nth + 1} of ${boxes.length}`;
    return { id: makeBox(job.id, { name, box, seen: { note } }), box };
  });
  const endOf = ({ id, box }: (typeof made)[number], does: 'feed' | 'out') => {
    const cable = box.items.find((item) => item.kind === 'cable' && item.duty?.does === does);
    return cable && { box: id, piece: cable.id };
  };
  const links = made.slice(1).flatMap((one, nth) => {
    const before = made[nth];
    const [from, to] = [before && endOf(before, 'out'), endOf(one, 'feed')];
    return from && to ? [{ id: newId().toLowerCase(), from, to }] : [];
  });
  changeHouse(job, (now) => ({ links: [...now.links, ...links] }));
}
