/** Close: one walk through everything that must be tested; what is wrong where a reading is not as it should be. */
import {
  type Closing,
  INSTRUMENTS,
  type Instrument,
  isProved,
  RESULTS_MOST,
  type Said,
  VERDICTS,
} from '@dense-pack/core/box/closing';
import { wantedFacts } from '@dense-pack/core/check/open-checks';
import { answered, type Closed, readingsOf, settled, type Tested } from '@dense-pack/core/close/closed';
import { type Leg, readingId } from '@dense-pack/core/close/walk';
import { pointAt } from '@dense-pack/core/diagnose/diagnose';
import { tally } from '@dense-pack/core/fill/tally';
import { withRoles } from '@dense-pack/core/run/linked-roles';
import { type Surroundings, withSurroundings } from '@dense-pack/core/run/surroundings';
import type { Edition } from '@dense-pack/core/edition/edition';
import ChevronDown from 'lucide-react-native/icons/chevron-down';
import ChevronUp from 'lucide-react-native/icons/chevron-up';
import FileText from 'lucide-react-native/icons/file-text';
import Gauge from 'lucide-react-native/icons/gauge';
import QrCode from 'lucide-react-native/icons/qr-code';
import { Fragment, useMemo, useState } from 'react';
import { AskFacts } from '../../box/panels/FactsPanel';
import type { ChangeBoth, ChangeBox } from '../../box/use-box-edit';
import type { ShownBox } from '../../client/queries';
import { dayWords } from '../../parts/days';
import { BoxEvents } from '../../logbook/BoxEvents';
import { Fold } from '../../parts/Fold';
import { go } from '../../parts/go';
import { Notice } from '../../parts/Notice';
import { Button } from '../../parts/Press';
import { Touch } from '../../parts/Touch';
import { useColours } from '../../theme/theme';
import { Tick } from '../../parts/Tick';
import { Words } from '../../parts/Words';
import { YourName } from '../../settings/YourName';
import { usePreferences } from '../../theme/preferences';
import { useKit } from '../../truck/kit';
import { Planning } from '../join/Planning';
import { type Shown, useWiring } from '../join/use-wiring';
import { TestRow } from './TestRow';
import { useDiagnosed } from './use-diagnosed';
import { useWalk } from './use-walk';
import { WrongCard } from './WrongCard';
import { View } from '../../parts/View';

interface CloseStationProps {
  readonly box: ShownBox;
  readonly edition: Edition;
  /** What the job knows of the box beside its record. */
  readonly around: Surroundings;
  readonly width: number;
  readonly onBoth: ChangeBoth;
  readonly onClosing: (change: (closing: Closing) => Closing) => void;
}

export function CloseStation(props: CloseStationProps) {
  const { box, edition, around } = props;
  const shown = useWiring(withRoles(box.box, around.roles), box.circuit, edition, 'plan');
  if (!shown || 'failed' in shown) return <Planning failed={shown?.failed} />;
  return <Walked {...props} shown={shown} />;
}

const NONE: readonly string[] = [];

function Walked({
  box,
  edition,
  around,
  width,
  onBoth,
  onClosing,
  shown,
}: CloseStationProps & { readonly shown: Shown }) {
  const { who } = usePreferences();
  const kit = useKit();
  const { closing } = box.seen;
  const { judged, pending } = shown;
  const { circuitry } = judged;
  const [more, setMore] = useState(NONE);
  const { legs, closed, of, against, againstOf } = useWalk(box, edition.id, judged, more);
  // What is wrong is told below where it was first read: nothing is pushed down above the thumb.
  const wrongLeg = closed.legs.find(({ tests }) =>
    tests.some(
      ({ standing, test }) => standing === 'wrong' && (test.point !== undefined || test.read === 'hots'),
    ),
  )?.leg.id;
  const wrong = wrongLeg !== undefined;
  const readings = useMemo(() => readingsOf(closed, of), [closed, of]);
  const question = useMemo(
    () =>
      wrong
        ? { box: withRoles(box.box, around.roles), circuit: box.circuit, edition: edition.id, kit, readings }
        : undefined,
    [wrong, box.box, around.roles, box.circuit, edition.id, kit, readings],
  );
  const diagnosed = useDiagnosed(question);
  const wanted = diagnosed && 'answer' in diagnosed ? diagnosed.answer.next : null;
  const use = wanted && pointAt(circuitry.physical, wanted.at);
  const nextId = use && readingId(use.id, wanted.switches, wanted.tripped);
  if (nextId && !more.includes(nextId)) setMore([nextId]);
  const all = closed.legs.flatMap(({ tests }) => tests);
  const full = closing.results.length >= RESULTS_MOST;
  const say = (test: string, says: Said) => {
    const at = new Date().toISOString();
    onClosing((now) =>
      now.results.length >= RESULTS_MOST
        ? now
        : answered(legs, now, { test, says, at, by: who.trim(), of }, against.length === 0),
    );
  };
  const facts = useMemo(() => {
    const known = withSurroundings(box.box, around);
    return wantedFacts(known, edition, tally(known, edition));
  }, [box.box, around, edition]);
  const tell: ChangeBox = (change) => {
    const at = new Date().toISOString();
    onBoth((now) => {
      const changed = change(now.box);
      const sound = againstOf(changed).length === 0;
      return {
        box: changed,
        seen: { ...now.seen, closing: settled(legs, now.seen.closing, { of, at, sound }) },
      };
    });
  };
  const prove = (instrument: Exclude<Instrument, 'eye'>) =>
    onClosing((now) => ({
      ...now,
      proved: {
        ...now.proved,
        [instrument]: [...now.proved[instrument].slice(-199), new Date().toISOString()],
      },
    }));
  return (
    <View className="gap-3">
      <VerdictBand closed={closed} />
      {against.length > 0 && (
        <Notice title="This box cannot pass yet" tone="unknown">
          {against.map((words) => (
            <Words key={words}>{words}</Words>
          ))}
        </Notice>
      )}
      {full && (
        <Notice title="The record of this box is full" tone="over">
          {`It keeps ${RESULTS_MOST} answers; no more can be written down here.`}
        </Notice>
      )}
      <Proving closing={closing} closed={closed} onProve={prove} />
      <YourName />
      {closed.legs.map(({ leg, tests }) => (
        <Fragment key={leg.id}>
          <LegCard leg={leg} tests={tests} onSay={say} />
          {leg.id === wrongLeg && (
            <WrongCard
              diagnosed={diagnosed}
              shown={shown}
              width={width}
              next={all.find(({ test }) => test.id === nextId)}
              onSay={say}
            />
          )}
        </Fragment>
      ))}
      <AskFacts wanted={facts} onChange={tell} />
      {closed.beside.length > 0 && (
        <Words size="fine" tone="text-soft">
          {`${closed.beside.length} ${closed.beside.length === 1 ? 'answer' : 'answers'} of an earlier wiring are kept in the record.`}
        </Words>
      )}
      {pending && <Words tone="text-soft">The plan is being worked out anew.</Words>}
      <Fold title="What happened to this box">
        <BoxEvents boxId={box.id} version={box.version} />
      </Fold>
      <Button
        label="The sheet of this box"
        icon={FileText}
        onPress={() => go(`/job/${box.jobId}/sheet?box=${box.id}`)}
      />
      <Button
        label="Label for the inside of the cover"
        icon={QrCode}
        onPress={() => go(`/job/${box.jobId}/labels?box=${box.id}`)}
      />
      <Button
        label="Learn on the bench"
        icon={Gauge}
        onPress={() => go(`/job/${box.jobId}/bench?box=${box.id}`)}
      />
      <Notice title="Live tests" tone="unknown">
        Covers on, hands clear of terminals. A plug tester cannot see a neutral and ground exchanged or a
        ground made of the neutral: a meter and the eye come before it. The inspector and the adopted code
        decide.
      </Notice>
    </View>
  );
}

interface LegCardProps {
  readonly leg: Leg;
  readonly tests: readonly Tested[];
  readonly onSay: (test: string, says: Said) => void;
}

/** One leg of the walk. One that was all right when one came is folded; nothing folds under the thumb. */
function LegCard({ leg, tests, onSay }: LegCardProps) {
  const done = tests.filter(({ standing }) => standing === 'right').length;
  const [open, setOpen] = useState(done < tests.length);
  const colours = useColours();
  const Chevron = open ? ChevronUp : ChevronDown;
  return (
    <View
      testID="leg"
      role="group"
      aria-label={leg.words}
      className="rounded-card border border-hair bg-sheet"
    >
      <Touch
        aria-expanded={open}
        className="min-h-thumb flex-row items-center gap-2 px-3 py-2 active:opacity-70"
        onPress={() => setOpen(!open)}
      >
        <Words heading={2} strong className="min-w-0 flex-1">
          {leg.words}
        </Words>
        <Words size="fine" mono tone={done === tests.length ? 'text-legal' : 'text-soft'}>
          {`${done === tests.length ? '✓ ' : ''}${done} of ${tests.length}`}
        </Words>
        <Chevron size={20} color={colours.ink} aria-hidden />
      </Touch>
      {open &&
        tests.map((tested) => (
          <TestRow key={tested.test.id} tested={tested} onSay={(says) => onSay(tested.test.id, says)} />
        ))}
    </View>
  );
}

/** How far it is, and what may be said of it. */
function VerdictBand({ closed: { verdict, count } }: { readonly closed: Closed }) {
  const all = Object.values(count).reduce((sum, one) => sum + one, 0);
  const tone = { passed: 'text-legal', failed: 'text-over', open: 'text-ink' }[verdict];
  const frame = { passed: 'border-legal', failed: 'border-over', open: 'border-hair' }[verdict];
  const word = VERDICTS[verdict];
  return (
    <View
      role="status"
      aria-live="polite"
      testID="tested"
      className={`rounded-card border border-l-[6px] bg-sheet px-3 py-2 ${frame}`}
    >
      <Words size="lead" strong tone={tone}>
        {word.charAt(0).toUpperCase() + word.slice(1)}
      </Words>
      <Words size="fine" tone="text-soft">
        {[
          `${count.right} of ${all} right`,
          ...(count.wrong > 0 ? [`${count.wrong} not right`] : []),
          ...(count.unproved > 0 ? [`${count.unproved} with an unproved instrument`] : []),
          ...(count.earlier > 0 ? [`${count.earlier} from before a change`] : []),
          ...(count.open > 0 ? [`${count.open} not tested`] : []),
        ].join(', ')}
      </Words>
    </View>
  );
}

interface ProvingProps {
  readonly closing: Closing;
  readonly closed: Closed;
  readonly onProve: (instrument: Exclude<Instrument, 'eye'>) => void;
}

/** The instruments this box is read with, proved before. */
function Proving({ closing, closed, onProve }: ProvingProps) {
  const [came] = useState(() => new Date().toISOString());
  const reads = closed.legs.flatMap(({ tests }) => tests.map(({ test }) => test.read));
  const wanted = (['plug', 'meter'] as const).filter((one) =>
    one === 'plug' ? reads.includes('receptacle') : reads.includes('receptacle') || reads.includes('hots'),
  );
  return (
    <View className="gap-2">
      {wanted.map((instrument) => {
        const last = closing.proved[instrument].at(-1);
        const on = last !== undefined && isProved(instrument, last > came ? last : came, closing);
        const name = INSTRUMENTS[instrument];
        return (
          <Tick
            key={instrument}
            on={on}
            label={
              on && last !== undefined
                ? `${name.charAt(0).toUpperCase()}${name.slice(1)} proved, ${dayWords(last)}`
                : instrument === 'plug'
                  ? 'Plug tester proved in a receptacle known to be right'
                  : 'Meter proved on a known live source'
            }
            {...(instrument === 'meter' ? { until: 'Only if it is used.' } : {})}
            onPress={() => onProve(instrument)}
          />
        );
      })}
    </View>
  );
}
