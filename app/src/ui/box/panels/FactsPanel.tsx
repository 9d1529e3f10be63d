/** Facts the checks beyond fill need: first what could make a violation, one touch each; everything else behind a fold. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { newId } from '@dense-pack/core/box/new-id';
import { canBeWrong, type Wanted, withLooked, withWrong } from '@dense-pack/core/check/open-checks';
import { Fold } from '../../parts/Fold';
import { Notice } from '../../parts/Notice';
import { Button, Chip } from '../../parts/Press';
import { Tick } from '../../parts/Tick';
import { Words } from '../../parts/Words';
import type { ChangeBox } from '../use-box-edit';
import { AllFacts } from './AllFacts';
import { View } from '../../parts/View';

interface FactsPanelProps {
  readonly box: BoxDocument;
  /** What could make a violation of this box. */
  readonly wanted: Wanted;
  readonly onChange: ChangeBox;
}

export function FactsPanel({ box, wanted, onChange }: FactsPanelProps) {
  return (
    <View className="gap-3">
      <AskFacts wanted={wanted} onChange={onChange} />
      <AllFacts box={box} onChange={onChange} />
    </View>
  );
}

/** What could make a violation: asked, and looked at. */
export function AskFacts({ wanted, onChange }: Pick<FactsPanelProps, 'wanted' | 'onChange'>) {
  return (
    <>
      <OpenChecks open={wanted.open} onChange={onChange} />
      <Looks look={wanted.look} onChange={onChange} />
    </>
  );
}

/** As many answers have room for what each violates. */
const FEW = 4;

/** Questions whose answer could be a violation. */
function OpenChecks({ open, onChange }: Pick<Wanted, 'open'> & Pick<FactsPanelProps, 'onChange'>) {
  if (open.length === 0) return null;
  return (
    <Notice
      title={
        open.length === 1
          ? 'One answer could show a violation'
          : `${open.length} answers could show a violation`
      }
      tone="unknown"
    >
      <View className="gap-3 pt-1">
        {open.map(({ fact, question, answers }) => (
          <View key={fact} className="gap-1" role="group" aria-label={question} testID="open-check">
            <Words strong>{question}</Words>
            {answers.length > FEW && (
              <Words size="fine" tone="text-soft">
                {`Some answers violate ${[...new Set(answers.flatMap(({ violates }) => violates))].join(', ')}.`}
              </Words>
            )}
            <View className="flex-row flex-wrap gap-2">
              {answers.map(({ words, record, violates }) => (
                <Chip
                  key={words}
                  label={words}
                  {...(answers.length > FEW || violates.length === 0
                    ? {}
                    : { detail: `violates ${violates.join(', ')}` })}
                  onPress={() => onChange((now) => record(now, newId))}
                />
              ))}
            </View>
          </View>
        ))}
      </View>
    </Notice>
  );
}

/** What an eye tells: looked at one by one, or all at once. */
function Looks({ look, onChange }: Pick<Wanted, 'look'> & Pick<FactsPanelProps, 'onChange'>) {
  if (look.length === 0) return null;
  return (
    <Fold title={`Look at the work (${look.length})`}>
      <View className="gap-2 border-t border-hair p-3">
        <Words size="fine" tone="text-soft">
          Touch what you looked at and found right. What is doubtful is measured under All facts.
        </Words>
        {look.map(({ fact, words }) => (
          <View key={fact} className="flex-row items-center gap-2">
            <View className="flex-1">
              <Tick
                on={false}
                label={words.charAt(0).toUpperCase() + words.slice(1)}
                onPress={() => onChange((now) => withLooked(now, [fact]))}
              />
            </View>
            {canBeWrong(fact) && (
              <Chip
                label="Not so"
                aria-label={`Not so: ${words}`}
                onPress={() => onChange((now) => withWrong(now, fact))}
              />
            )}
          </View>
        ))}
        {look.length > 1 && (
          <Button
            label="I looked at all of it, and it is right"
            onPress={() =>
              onChange((now) =>
                withLooked(
                  now,
                  look.map(({ fact }) => fact),
                ),
              )
            }
          />
        )}
      </View>
    </Fold>
  );
}
