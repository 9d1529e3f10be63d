/** The tape, what to know about the answer, and how tight the box is to work in. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { checkBox } from '@dense-pack/core/check/check-box';
import { isEditionChosen, type Job } from '@dense-pack/core/box/record';
import { editionOf } from '@dense-pack/core/edition/index';
import { wordsOf } from '@dense-pack/core/finding/finding';
import { plainNamer } from '@dense-pack/core/finding/say';
import type { Tally } from '@dense-pack/core/fill/tally';
import { type Surroundings, withSurroundings } from '@dense-pack/core/run/surroundings';
import { memo, useDeferredValue, useMemo } from 'react';
import { certaintyBy } from '../../client/worked-out';
import { Notice } from '../../parts/Notice';
import { OtherOpenFacts, type SettleProps } from '../../tape/OpenFacts';
import { Button } from '../../parts/Press';
import { OtherEditions } from '../../tape/OtherEditions';
import { RoomLeft } from '../../tape/RoomLeft';
import { Tape } from '../../tape/Tape';
import { BothWays } from './BothWays';
import { WorkRoomFold } from '../../tape/WorkRoomFold';
import { View } from '../../parts/View';

type Counted = Pick<CountPanelProps, 'box' | 'counted'>;
type Around = Counted & Pick<CountPanelProps, 'around'>;

/** How many rules beside the fill are broken: the list stands in Fix. */
const BesideTheFill = memo(function BesideTheFill({ box, counted, around }: Around) {
  const edition = editionOf(counted.edition);
  const { findings } = checkBox(withSurroundings(box, around), edition, counted);
  const say = plainNamer(edition.unit);
  const wrong = findings.filter(({ severity }) => severity === 'violation');
  if (wrong.length === 0) return null;
  return (
    <Notice title="Beside the fill" tone="over">
      {wrong.map((one) => `${one.section}: ${wordsOf(one, say)}`).join(' ')}
    </Notice>
  );
});

interface FixButtonProps extends Counted {
  readonly onPress: () => void;
}

/** Every no comes with a yes: there for a box that has something in it and is no pass. */
export function FixButton({ box, counted, onPress }: FixButtonProps) {
  if (counted.verdict === 'legal' || box.items.length === 0) return null;
  return <Button label="What makes it legal" kind="main" onPress={onPress} />;
}

interface CountPanelProps {
  readonly box: BoxDocument;
  readonly job: Pick<Job, 'editionAssumed'>;
  readonly settle: SettleProps;
  readonly around: Surroundings;
  readonly counted: Tally;
  readonly open: number | undefined;
  readonly onOpen: (line: number | undefined) => void;
  /** Goes to what makes the box legal; without it another place on the screen leads there. */
  readonly onFix?: (() => void) | undefined;
}

const BelowTheTape = memo(function BelowTheTape({ box, counted, around }: Around) {
  const edition = editionOf(counted.edition);
  return (
    <>
      <BothWays box={box} edition={edition} />
      <BesideTheFill box={box} counted={counted} around={around} />
      <WorkRoomFold box={box} counted={counted} />
      <OtherEditions box={box} counted={counted} />
      <RoomLeft box={box} edition={edition} />
      <Notice title="Before hands go in">
        Power off, locked or tagged, and proved dead conductor by conductor. The adopted local code and the
        inspector decide; this is work for licensed people.
      </Notice>
    </>
  );
});

export function CountPanel({ box, job, counted, around, settle, open, onOpen, onFix }: CountPanelProps) {
  // What takes many counts follows after the verdict is on the screen; what stands below the tape comes after it.
  const later = useDeferredValue<Around | null>(
    useMemo(() => ({ box, counted, around }), [box, counted, around]),
    null,
  );
  const certainty = certaintyBy(box, editionOf(counted.edition), isEditionChosen(job, box));
  return (
    <View className="gap-3">
      <OtherOpenFacts certainty={certainty} {...settle} />
      {counted.warnings.map((warning, nth) => (
        <Notice key={nth} title="To know" tone="unknown">
          {wordsOf(warning)}
        </Notice>
      ))}
      <Tape counted={counted} open={open} onOpen={onOpen} />
      {onFix && <FixButton box={box} counted={counted} onPress={onFix} />}
      {later && <BelowTheTape {...later} />}
    </View>
  );
}
