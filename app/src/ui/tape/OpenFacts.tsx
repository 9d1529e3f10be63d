/** What a verdict still rests on: one question at a time, settled by one touch, in place. */
import { newId } from '@dense-pack/core/box/new-id';
import type { Certainty, OpenFact } from '@dense-pack/core/certainty/certainty';
import type { EditionId } from '@dense-pack/core/edition/index';
import type { ChangeBox } from '../box/use-box-edit';
import { Notice } from '../parts/Notice';
import { Chip } from '../parts/Press';
import { Words } from '../parts/Words';
import { View } from '../parts/View';

export interface SettleProps {
  readonly onBox: ChangeBox;
  /** Records the edition that is adopted, for the whole job. */
  readonly onEdition: (edition: EditionId) => void;
}

const SAID = { legal: 'legal', over: 'over', unknown: 'no answer' } as const;

interface AnswersProps extends SettleProps {
  readonly fact: OpenFact;
}

/** The answers to one question, each with the verdict it gives. */
function Answers({ fact, onBox, onEdition }: AnswersProps) {
  return (
    <View className="flex-row flex-wrap gap-2" role="group" aria-label={fact.question}>
      {fact.answers.map((answer) => (
        <Chip
          key={answer.say}
          label={answer.words}
          detail={SAID[answer.verdict]}
          className="grow"
          onPress={() =>
            answer.edition === undefined
              ? onBox((now) => answer.record(now, newId))
              : onEdition(answer.edition)
          }
        />
      ))}
    </View>
  );
}

/** The volume of a box is typed where its box is described: a threshold is no answer to touch. */
const isTouched = ({ name }: OpenFact) => name !== 'volume' && name !== 'spaces';

/** The most decisive question, under the verdict. Nothing where the verdict is certain. */
export function FirstOpenFact({
  certainty: { open },
  ...settle
}: SettleProps & { readonly certainty: Certainty }) {
  const first = open.find(isTouched);
  if (!first) return null;
  return (
    <View
      className="gap-1 rounded-card border border-dashed border-unknown bg-sheet px-3 py-2"
      testID="open-fact"
    >
      <Words strong>{first.question}</Words>
      <Answers fact={first} {...settle} />
    </View>
  );
}

/** The other questions that could change the verdict, above the tape. */
export function OtherOpenFacts({
  certainty: { open },
  ...settle
}: SettleProps & { readonly certainty: Certainty }) {
  const others = open.filter(isTouched).slice(1);
  if (others.length === 0) return null;
  return (
    <Notice
      title={
        others.length === 1
          ? 'One more question could change the verdict'
          : `${others.length} more questions could change the verdict`
      }
      tone="unknown"
    >
      <View className="gap-3 pt-1">
        {others.map((fact) => (
          <View key={fact.name} className="gap-1" testID="open-fact">
            <Words>{fact.question}</Words>
            <Answers fact={fact} {...settle} />
          </View>
        ))}
      </View>
    </Notice>
  );
}
