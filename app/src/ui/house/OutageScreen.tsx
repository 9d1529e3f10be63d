/** The day's outage: in which order boxes are worked on, when which breaker is off, with as few throws as can be. */
import { dayOf, type DayBox, LIVE_MINUTES, USUAL_MINUTES } from '@dense-pack/core/outage/of-house';
import { MOST_BOXES, type OutageAsk } from '@dense-pack/core/outage/ask';
import { useMemo } from 'react';
import { boxNow, changeBox, type ShownBox, type ShownJob, useJob } from '../client/queries';
import { keepingWorker } from '../client/ask-worker';
import { useAnswer } from '../client/use-answer';
import { useFirst } from '../parts/first';
import { Loading, Notice } from '../parts/Notice';
import { NotThere } from '../parts/NotThere';
import { Chip } from '../parts/Press';
import { SaveSign } from '../parts/SaveSign';
import { Screen } from '../parts/Screen';
import { Words } from '../parts/Words';
import { DayChart } from './DayChart';
import { answerOutage, OutageAnswer } from './outage-answers';
import { View } from '../parts/View';

const PLANNING = {
  ask: keepingWorker(() => new Worker(new URL('../../worker/outage.worker', import.meta.url))),
  schema: OutageAnswer,
  here: (question: OutageAsk) => answerOutage(question),
};

/** A touch changes the minutes of a box by so many. */
const STEP = 10;
/** So many boxes are listed at first. */
const ROWS = 60;

export function OutageScreen({ jobId }: { readonly jobId: string }) {
  const query = useJob(jobId);
  const back = { label: query.job?.name ?? 'the job', href: `/job/${jobId}` };
  if (!query.job) return <NotThere what="job" title="Outage plan" back={back} query={query} />;
  return (
    <Screen title="Outage plan" detail={query.job.name} back={back} actions={<SaveSign />}>
      <Day job={query.job} />
    </Screen>
  );
}

/** What is planned is worked on, unless it was taken out of the day. */
const minutesOf = ({ stage, seen }: ShownBox): number =>
  seen.minutes ?? (stage === 'planned' ? USUAL_MINUTES : 0);

function Day({ job }: { readonly job: ShownJob }) {
  const { boxes, panel } = job;
  const work = useMemo(
    () =>
      boxes.map((box): DayBox => ({ ...box, minutes: minutesOf(box) })).filter(({ minutes }) => minutes > 0),
    [boxes],
  );
  const day = useMemo(() => dayOf(work, panel), [work, panel]);
  const { shown, more } = useFirst(boxes, ROWS);
  const asked = useAnswer(PLANNING, day.ask && day.ask.boxes.length <= MOST_BOXES ? day.ask : undefined);
  const plan = asked && 'answer' in asked ? asked.answer : undefined;
  return (
    <>
      {work.length > MOST_BOXES && (
        <Notice title={`More than ${MOST_BOXES} boxes in one day`} tone="over">
          Take some of them out: a plan is made for at most that many.
        </Notice>
      )}
      {asked && 'failed' in asked && (
        <Notice title="The day could not be planned" tone="over">
          {asked.failed}
        </Notice>
      )}
      {day.ask && asked === undefined && work.length <= MOST_BOXES && <Loading what="the plan of the day" />}
      {plan && day.ask && (
        <View className="gap-2 rounded-card border-2 border-action bg-sheet p-3" testID="day">
          <Words size="lead" strong>
            {`${plan.switchings} throws of a breaker, ${work.length === 1 ? '1 box' : `${work.length} boxes`}`}
          </Words>
          <Words size="fine" tone="text-soft">
            {plan.exact
              ? 'No order needs fewer.'
              : 'A good order; with so many boxes not every one is tried.'}
          </Words>
          {!plan.kept && (
            <Notice title={`Off longer than it may be: circuit ${plan.over.join(', ')}`} tone="over">
              No order keeps within it. Shorten the work, or feed what hangs on it from elsewhere meanwhile.
            </Notice>
          )}
          {day.live.length > 0 && (
            <Notice title="Live readings first, in one short block" tone="unknown">
              {`${day.live.map(({ name }) => name).join(', ')}: their cables are not all told. About ${day.live.length * LIVE_MINUTES} minutes, conductors apart, nobody near, one hand, power off again before anything is touched. Licensed work.`}
            </Notice>
          )}
          <DayChart plan={plan} words={day.words} limit={day.ask.limit} />
          <View role="list" aria-label="Steps of the day">
            {plan.steps.map((step, nth) => (
              <View
                key={`${nth}${step}`}
                role="listitem"
                className="flex-row gap-2 border-t border-hair py-1"
                testID="step"
              >
                <Words strong tone="text-soft" className="w-7 text-right">
                  {String(nth + 1)}
                </Words>
                <Words className="min-w-0 flex-1" strong={plan.order.includes(step)}>
                  {plan.order.includes(step) ? step : `Circuit ${step}`}
                </Words>
              </View>
            ))}
          </View>
        </View>
      )}
      {day.nameless.length > 0 && (
        <Notice title="No circuit is named" tone="unknown">
          {`${day.nameless.map(({ name }) => name).join(', ')}: find the breaker first; without it the box cannot be made safe or planned.`}
        </Notice>
      )}
      <Words heading={2} strong>
        {boxes.length === 0
          ? 'No box in this job yet: record them first'
          : work.length === 0
            ? 'Which boxes are worked on?'
            : 'The work, in minutes'}
      </Words>
      {shown.map((box) => (
        <Minutes key={box.id} box={box} />
      ))}
      {more}
      <Notice title="Off is not dead">
        Each box is made safe by itself: its breakers off and tagged, every conductor proved dead. People in
        the house are told before a breaker is thrown, above all those who need a device that may not stop.
      </Notice>
    </>
  );
}

/** The minutes of one box; none leaves it out. */
function Minutes({ box }: { readonly box: ShownBox }) {
  const minutes = minutesOf(box);
  // From what it is at this moment: two quick touches are two.
  const set = (change: (now: number) => number) => {
    const live = boxNow(box.jobId, box.id) ?? box;
    const next = Math.max(0, Math.min(10_000, change(minutesOf(live))));
    changeBox(live, { seen: { ...live.seen, minutes: next } });
  };
  return (
    <View
      className="flex-row flex-wrap items-center gap-2 border-b border-hair py-1"
      role="group"
      aria-label={box.name}
      testID="work"
    >
      <View className="min-w-[140px] flex-1">
        <Words strong>{box.name}</Words>
        <Words size="fine" tone="text-soft">
          {[box.room, box.circuit === '' ? 'no circuit' : `circuit ${box.circuit}`]
            .filter(Boolean)
            .join(', ')}
        </Words>
      </View>
      {minutes > 0 ? (
        <View className="flex-row items-center gap-1">
          <Chip
            label="−"
            aria-label={`Fewer minutes: ${box.name} −`}
            onPress={() => set((now) => now - STEP)}
          />
          <Words strong className="w-16 text-center">{`${minutes} min`}</Words>
          <Chip
            label="+"
            aria-label={`More minutes: ${box.name} +`}
            onPress={() => set((now) => now + STEP)}
          />
        </View>
      ) : (
        <Chip
          label="Work on it"
          aria-label={`Work on it: ${box.name}`}
          onPress={() => set(() => USUAL_MINUTES)}
        />
      )}
    </View>
  );
}
