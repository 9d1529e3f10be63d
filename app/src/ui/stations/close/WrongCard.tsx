/** What could be wrong: the simplest mistakes that explain every reading, lit in the drawing, and the next reading. */
import type { Tested } from '@dense-pack/core/close/closed';
import { UNSEEN } from '@dense-pack/core/diagnose/diagnose';
import type { Said } from '@dense-pack/core/box/closing';
import { useMemo, useState } from 'react';
import type { Answered } from '../../client/use-answer';
import { Loading, Notice } from '../../parts/Notice';
import { Button } from '../../parts/Press';
import { Touch } from '../../parts/Touch';
import { Words } from '../../parts/Words';
import type { Shown } from '../join/use-wiring';
import { StillWiring } from '../join/StillWiring';
import type { DiagnoseAnswer } from './diagnose-answers';
import { TestRow } from './TestRow';
import { View } from '../../parts/View';

interface WrongCardProps {
  readonly diagnosed: Answered<DiagnoseAnswer>;
  readonly shown: Shown;
  readonly width: number;
  /** The reading that tells them apart, as a test. */
  readonly next: Tested | undefined;
  readonly onSay: (test: string, says: Said) => void;
}

/** So many are told at first. */
const AT_FIRST = 4;

export function WrongCard({ diagnosed, shown, width, next, onSay }: WrongCardProps) {
  const [chosen, setChosen] = useState(0);
  const [all, setAll] = useState(false);
  const answer = diagnosed && 'answer' in diagnosed ? diagnosed.answer : undefined;
  const fit = answer?.fits[chosen] ?? answer?.fits[0];
  const ends = useMemo(() => [...(fit?.fault.ends ?? []), ...(fit?.and?.ends ?? [])], [fit]);
  if (diagnosed === undefined) return <Loading what="what is wrong" />;
  if ('failed' in diagnosed)
    return (
      <Notice title="What is wrong could not be worked out" tone="unknown">
        {diagnosed.failed}
      </Notice>
    );
  const { fits, asPlanned } = diagnosed.answer;
  if (asPlanned)
    return (
      <Notice title="No wrong joint explains it" tone="unknown">
        Every lamp and load reads as the wiring should. What is not right lies in the figures, the fold or
        another box.
      </Notice>
    );
  const told = all ? fits : fits.slice(0, AT_FIRST);
  return (
    <View className="gap-2 rounded-card border-2 border-over bg-sheet p-3" testID="wrong">
      <Words heading={2} strong size="lead">
        What could be wrong
      </Words>
      {fits.length === 0 && (
        <Words>No one or two mistakes explain every reading: read again, with a proved instrument.</Words>
      )}
      {told.map(({ words, where, alike }, nth) => (
        <Touch
          key={`${words}${where}`}
          testID="fit"
          aria-pressed={nth === chosen}
          className={`min-h-thumb gap-1 rounded-card border px-3 py-2 active:opacity-70 ${nth === chosen ? 'border-2 border-action' : 'border-hair'}`}
          onPress={() => setChosen(nth)}
        >
          <Words strong>{words}</Words>
          <Words size="fine" tone="text-soft">
            {`Look first at ${where}.${alikeWords(fits, alike)}`}
          </Words>
        </Touch>
      ))}
      {fits.length > told.length && (
        <Button
          label={`${fits.length - told.length} more that would explain it`}
          onPress={() => setAll(true)}
        />
      )}
      {ends.length > 0 && <StillWiring shown={shown} room={width - 60} ends={ends} />}
      {next && (
        <View>
          <Words strong>The reading that tells them apart</Words>
          <TestRow key={next.test.id} tested={next} onSay={(says) => onSay(next.test.id, says)} />
        </View>
      )}
      <Words
        size="fine"
        tone="text-soft"
      >{`${UNSEEN} Power off and proved dead before a joint is touched.`}</Words>
    </View>
  );
}

/** Those with one number look alike to every reading. */
function alikeWords(fits: DiagnoseAnswer['fits'], alike: number): string {
  const many = fits.filter((one) => one.alike === alike).length;
  return many > 1 ? ` No reading tells it from ${many - 1} more.` : '';
}
