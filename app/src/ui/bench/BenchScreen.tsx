/** The bench: simulated instruments held against a box as planned, as found, or with a mistake hidden in it. */
import type { Wiring } from '@dense-pack/core/wiring/wiring';
import { hideFault, type Riddle } from '@dense-pack/core/diagnose/hidden';
import { offWith } from '@dense-pack/core/diagnose/predict';
import { hasFound } from '@dense-pack/core/plan/planned';
import { circuitryOf } from '@dense-pack/core/simulate/circuit';
import { type Bench, bench } from '@dense-pack/core/simulate/instruments';
import { nameOfCircuit } from '@dense-pack/core/physical/circuits';
import { useMemo, useState } from 'react';
import { useWindowDimensions } from 'react-native';
import { editionFor, type ShownBox, type ShownJob, useJob } from '../client/queries';
import { backFrom } from '../jobs/hrefs';
import { Choice } from '../parts/Choice';
import { Notice } from '../parts/Notice';
import { NotThere } from '../parts/NotThere';
import { Button, Chip } from '../parts/Press';
import { Screen } from '../parts/Screen';
import { Touch } from '../parts/Touch';
import { Words } from '../parts/Words';
import { Planning } from '../stations/join/Planning';
import { type Judged, type Shown, useWiring } from '../stations/join/use-wiring';
import { StillWiring } from '../stations/join/StillWiring';
import { BreakerDrawing, MeterDrawing, PenDrawing, PlugDrawing } from './Instruments';
import { Points } from './Points';
import { View } from '../parts/View';

interface BenchScreenProps {
  readonly jobId: string;
  readonly boxId?: string | undefined;
}

export function BenchScreen({ jobId, boxId }: BenchScreenProps) {
  const query = useJob(jobId);
  const box = query.job?.boxes.find(({ id }) => id === boxId);
  const back = backFrom(jobId, query.job, boxId, 'close');
  if (!query.job || !box) return <NotThere what="box" title="Bench" back={back} query={query} />;
  return (
    <Screen title="Bench" detail={`${box.name}: simulated, to learn on`} back={back}>
      <OnBench job={query.job} box={box} />
    </Screen>
  );
}

type Against = 'plan' | 'found' | 'hidden';

function OnBench({ job, box }: { readonly job: ShownJob; readonly box: ShownBox }) {
  const [against, setAgainst] = useState<Against>('plan');
  const entered = box.box.work !== undefined && hasFound(box.box.work);
  const shown = useWiring(
    box.box,
    box.circuit,
    editionFor(job, box.box),
    against === 'found' ? 'found' : 'plan',
  );
  return (
    <>
      <Choice
        title="Held against the box"
        even
        always
        options={[
          { value: 'plan', label: 'As planned' },
          ...(entered ? [{ value: 'found' as const, label: 'As found' }] : []),
          { value: 'hidden', label: 'Hidden fault' },
        ]}
        value={against}
        onChoose={(to) => to && setAgainst(to)}
      />
      {!shown || 'failed' in shown ? (
        <Planning failed={shown?.failed} />
      ) : against === 'hidden' ? (
        <Hidden shown={shown} />
      ) : (
        <Instruments key={against} shown={shown} wiring={shown.judged.wiring} off={NONE} />
      )}
      <Notice title="Simulated" tone="unknown">
        It shows what instruments would read by the wiring as it is known. The real box is made dead and
        proved dead; what a real instrument says goes before any of this.
      </Notice>
    </>
  );
}

const NONE: readonly string[] = [];

/** A mistake to be found: read until it is known, then say what it is. */
function Hidden({ shown }: { readonly shown: Shown }) {
  const { circuitry, work, wiring, proof } = shown.judged;
  const hide = () => hideFault(circuitry.physical, work, wiring, Math.random);
  const [riddle, setRiddle] = useState<Riddle | undefined>(hide);
  const [said, setSaid] = useState<number>();
  if (!riddle)
    return (
      <Notice title="Nothing to find here">
        No outlet and no load hangs on this box: no instrument could see a mistake in it.
      </Notice>
    );
  if (!proof.good)
    return (
      <Notice title="The plan itself is not proved" tone="unknown">
        A mistake is hidden in a wiring that is right: put the plan right in Join first.
      </Notice>
    );
  const again = () => {
    setRiddle(hide());
    setSaid(undefined);
  };
  const { choices, answer } = riddle;
  return (
    <>
      <Instruments
        key={riddle.choices.map(({ words }) => words).join()}
        shown={shown}
        wiring={riddle.wiring}
        off={riddle.off}
        faulty={said === undefined ? undefined : choices[answer]?.ends}
      />
      <View className="gap-2" role="group" aria-label="What is it?">
        <Words heading={2} strong size="lead">
          What is it?
        </Words>
        {choices.map(({ words, where }, nth) => {
          const right = said !== undefined && nth === answer;
          const wrong = said === nth && nth !== answer;
          return (
            <Touch
              key={`${words}${where}`}
              testID="guess"
              aria-pressed={said === nth}
              disabled={said !== undefined}
              className={`min-h-thumb rounded-card border bg-sheet px-3 py-2 active:opacity-70 ${right ? 'border-2 border-legal' : wrong ? 'border-2 border-over' : 'border-line'}`}
              onPress={() => setSaid(nth)}
            >
              <Words strong>{words}</Words>
              {right && <Words size="fine" strong tone="text-legal">{`This is it: ${where}.`}</Words>}
              {wrong && (
                <Words size="fine" strong tone="text-over">
                  Not this: it would read otherwise.
                </Words>
              )}
            </Touch>
          );
        })}
        <Button label="Hide another" onPress={again} />
      </View>
    </>
  );
}

const TOOLS = [
  { value: 'plug', label: 'Plug tester' },
  { value: 'meter', label: 'Meter' },
  { value: 'pen', label: 'Non‑contact' },
] as const;
type Tool = (typeof TOOLS)[number]['value'];

interface InstrumentsProps {
  readonly shown: Shown;
  /** The wiring that is measured. */
  readonly wiring: Wiring;
  readonly off: readonly string[];
  /** The ends that the fault is at, once it is told. */
  readonly faulty?: readonly string[] | undefined;
}

const turned = (all: readonly string[], one: string) =>
  all.includes(one) ? all.filter((other) => other !== one) : [...all, one];

function Instruments({ shown, wiring, off: dead, faulty }: InstrumentsProps) {
  const { width } = useWindowDimensions();
  const { judged } = shown;
  const { work } = judged;
  const { physical } = judged.circuitry;
  const [tool, setTool] = useState<Tool>('plug');
  const [on, setOn] = useState(NONE);
  const [off, setOff] = useState(NONE);
  const [tripped, setTripped] = useState(NONE);
  const [held, setHeld] = useState(NONE);
  const circuitry = useMemo(
    () => circuitryOf(physical, wiring, work.schools.ground),
    [physical, wiring, work.schools.ground],
  );
  const { test, without } = useMemo(() => {
    const positions = Object.fromEntries(on.map((id) => [id, 1]));
    const all = offWith(circuitry, { positions, off: [...off, ...dead], tripped });
    return { test: bench(circuitry, work, { positions, off: all, tripped }), without: all };
  }, [circuitry, work, on, off, dead, tripped]);
  const touch = (point: string) =>
    setHeld((now) => (tool === 'meter' ? [...now.filter((one) => one !== point).slice(-1), point] : [point]));
  return (
    <>
      <View className="flex-row flex-wrap gap-2" role="group" aria-label="Breakers, switches and GFCIs">
        {work.circuits.map(({ id }) => {
          const at = off.includes(id) ? 'off' : without.includes(id) ? 'tripped' : 'on';
          const name = nameOfCircuit(work, id);
          return (
            <Touch
              key={id}
              aria-label={`${name} breaker ${at}`}
              className="min-h-thumb flex-row items-center gap-2 rounded-card border border-line bg-sheet px-3 py-1 active:opacity-70"
              onPress={() => setOff((now) => turned(now, id))}
            >
              <BreakerDrawing at={at} />
              <View>
                <Words strong>{`${name} `}</Words>
                <Words size="fine" tone="text-soft">{`breaker ${at}`}</Words>
              </View>
            </Touch>
          );
        })}
        {physical.switches.map(({ id, name }) => (
          <Chip
            key={id}
            label={name}
            detail={on.includes(id) ? 'up' : 'down'}
            on={on.includes(id)}
            onPress={() => setOn((now) => turned(now, id))}
          />
        ))}
        {physical.guards.map(({ of, name }) => (
          <Chip
            key={of}
            label={name}
            detail={tripped.includes(of) ? 'tripped' : 'set'}
            on={!tripped.includes(of)}
            onPress={() => setTripped((now) => turned(now, of))}
          />
        ))}
      </View>
      <Choice
        title="Instrument"
        even
        always
        options={TOOLS}
        value={tool}
        onChoose={(to) => {
          if (!to) return;
          setTool(to);
          setHeld(NONE);
        }}
      />
      <View className="rounded-card border-2 border-ink bg-sheet px-3 py-2">
        <Reading tool={tool} test={test} judged={judged} held={held} />
      </View>
      <Points judged={judged} plug={tool === 'plug'} held={held} onTouch={touch} />
      <StillWiring shown={shown} room={width - 32} ends={faulty} />
    </>
  );
}

interface ReadingProps {
  readonly tool: Tool;
  readonly test: Bench;
  readonly judged: Judged;
  readonly held: readonly string[];
}

function Reading({ tool, test, judged, held }: ReadingProps) {
  const [one, two] = held;
  const name = (end: string | undefined) =>
    end === undefined ? undefined : judged.name(end).replace(/^the /, '');
  switch (tool) {
    case 'meter':
      return (
        <MeterDrawing
          shows={one === undefined || two === undefined ? undefined : test.meter(one, two)}
          probes={[name(one), name(two)]}
        />
      );
    case 'pen':
      return <PenDrawing says={one === undefined ? undefined : test.nonContact(one)} at={name(one)} />;
    case 'plug': {
      const use = judged.circuitry.physical.uses.find(({ id }) => id === one);
      return <PlugDrawing reading={use && test.plug(use)} at={use?.name} />;
    }
  }
}
