/** What a tester said at one or two conductors: touched in, one answer a touch. */
import type { Reading } from '@dense-pack/core/box/reading';
import { type ReactNode, useState } from 'react';
import { Choice } from '../../parts/Choice';
import { Words } from '../../parts/Words';
import { ANSWERS, saysOf, type Teller } from './say';
import { View } from '../../parts/View';

interface ReadingPanelProps {
  readonly held: readonly string[];
  readonly teller: Teller;
  readonly onRead: (reading: Reading) => void;
}

type Far = 'on' | 'off';
const cableOf = (conductor: string) => conductor.slice(0, conductor.lastIndexOf('.'));

export function ReadingPanel({ held: [from, to], teller, onRead }: ReadingPanelProps) {
  const [far, setFar] = useState<Far>();
  if (from === undefined) return null;
  if (to === undefined) {
    const cable = cableOf(from);
    return (
      <Panel title={teller.conductor(from)}>
        <Words size="fine" tone="text-soft">
          Touch a second conductor to measure between the two.
        </Words>
        <Answers
          title="Non-contact tester: a hint, no more"
          answers={['live', 'dead']}
          onAnswer={(says) => onRead({ test: 'noncontact', at: from, says: says as 'live' })}
        />
        <Answers
          title={`${teller.cable(cable)} joined to the line, power on: what came on?`}
          answers={['light', 'outlet', 'switch', 'nothing']}
          onAnswer={(says) => onRead({ test: 'energize', cable, says: says as 'light' })}
        />
        <Words size="fine" tone="text-soft">
          Join only what is no feed and no closed switch, with the breaker off; off again before it is
          touched.
        </Words>
      </Panel>
    );
  }
  const thrown = far === undefined ? {} : { far };
  const one = cableOf(from) === cableOf(to);
  return (
    <Panel title={teller.pair(from, to)}>
      <Answers
        title="Meter, power on"
        answers={['120', '240', '0', 'float']}
        onAnswer={(says) => onRead({ test: 'volts', from, to, says: saysOf(says) as number, ...thrown })}
      />
      <Answers
        title="Continuity, power off and proved dead"
        answers={['closed', 'open']}
        onAnswer={(says) => onRead({ test: 'continuity', from, to, says: says as 'open', ...thrown })}
      />
      {one && (
        <Choice
          title="The switch at the other end of this cable, if it was thrown"
          options={[
            { value: 'on', label: 'on' },
            { value: 'off', label: 'off' },
          ]}
          value={far}
          onChoose={(to_) => setFar(to_ as Far | undefined)}
        />
      )}
    </Panel>
  );
}

function Panel({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <View className="gap-3 rounded-card border-2 border-action bg-sheet p-3" role="group" aria-label={title}>
      <Words strong>{title}</Words>
      {children}
    </View>
  );
}

interface AnswersProps {
  readonly title: string;
  readonly answers: readonly string[];
  readonly onAnswer: (answer: string) => void;
}

/** One answer a touch: none stays chosen, for the reading is taken with it. */
const Answers = ({ title, answers, onAnswer }: AnswersProps) => (
  <Choice
    title={title}
    options={answers.map((value) => ({ value, label: ANSWERS[value] ?? value }))}
    value={undefined}
    even
    onChoose={(answer) => answer !== undefined && onAnswer(answer)}
  />
);
