/** The verdict: a word, a shape and a number, never a colour alone. */
import { showAmount, unitName } from '@dense-pack/core/fill/amount';
import type { Tally } from '@dense-pack/core/fill/tally';
import { certainParts, standingOf } from '@dense-pack/core/certainty/words';
import type { BoxVerdict } from '@dense-pack/core/check/box-verdict';
import type { BoxDocument } from '@dense-pack/core/box/document';
import { editionOf } from '@dense-pack/core/edition/index';
import type { LucideIcon } from 'lucide-react-native';
import CircleCheck from 'lucide-react-native/icons/circle-check';
import CircleAlert from 'lucide-react-native/icons/circle-alert';
import CircleHelp from 'lucide-react-native/icons/circle-question-mark';
import OctagonX from 'lucide-react-native/icons/octagon-x';
import TriangleAlert from 'lucide-react-native/icons/triangle-alert';
import type { WorkRoom } from '@dense-pack/core/fold/work-room';
import type { ReactNode } from 'react';
import { certaintyBy } from '../client/worked-out';
import { Words } from '../parts/Words';
import { usePreferences } from '../theme/preferences';
import { useColours } from '../theme/theme';
import { View } from '../parts/View';

type Shown = BoxVerdict['is'];

/** How each class of verdict is shown. Only one that is legal and certain is green; each has a sign of its own. */
const SIGNS: Record<
  Shown,
  { icon: LucideIcon; colour: 'legal' | 'over' | 'unknown'; tone: string; frame: string }
> = {
  legal: { icon: CircleCheck, colour: 'legal', tone: 'text-legal', frame: 'border-legal' },
  over: { icon: OctagonX, colour: 'over', tone: 'text-over', frame: 'border-over' },
  violation: { icon: TriangleAlert, colour: 'over', tone: 'text-over', frame: 'border-over' },
  open: { icon: CircleAlert, colour: 'unknown', tone: 'text-unknown', frame: 'border-unknown border-dashed' },
  unknown: { icon: CircleHelp, colour: 'unknown', tone: 'text-unknown', frame: 'border-unknown' },
};

interface VerdictWordsProps {
  readonly verdict: Shown;
  readonly head: string;
  readonly more?: string | undefined;
}

/** A verdict in a row or a card: its sign, then said once. */
export function VerdictWords({ verdict, head, more }: VerdictWordsProps) {
  const colours = useColours();
  const { icon: Icon, tone, colour } = SIGNS[verdict];
  return (
    <View className="min-w-0 shrink flex-row items-start gap-1">
      <View className="pt-0.5">
        <Icon size={18} color={colours[colour]} aria-hidden />
      </View>
      <Words size="fine" className="min-w-0 shrink">
        <Words size="fine" strong tone={tone}>
          {head.charAt(0).toUpperCase() + head.slice(1)}
        </Words>
        {more === undefined ? '' : `; ${more}`}
      </Words>
    </View>
  );
}

interface VerdictLineProps {
  readonly box: BoxDocument;
  readonly counted: Tally;
  readonly more?: string | undefined;
  /** Somebody chose the edition it is counted by. */
  readonly chosen?: boolean;
}

/** The fill of a counted box, and whether something open could change it. */
export function VerdictLine({ box, counted, more, chosen = true }: VerdictLineProps) {
  const certainty = certaintyBy(box, editionOf(counted.edition), chosen);
  const parts = certainParts(counted, certainty);
  const rest = [certainty.certain ? undefined : parts.more, more].filter((one) => one !== undefined);
  return (
    <VerdictWords
      verdict={standingOf(counted.verdict, certainty)}
      head={parts.head}
      more={rest.length === 0 ? undefined : rest.join('; ')}
    />
  );
}

interface VerdictBandProps {
  readonly counted: Tally;
  /** The one verdict of the box. */
  readonly verdict: BoxVerdict;
  readonly room: WorkRoom;
  /** The vessel as large as a thumb, where the band is the whole instrument. */
  readonly vessel?: ReactNode;
}

/** A headline longer than this takes two lines of a phone, in characters. */
const LONG_HEAD = 22;

/** The verdict: sign, sentence, the two figures, and how tight it is to work in. */
export function VerdictBand({ counted, verdict, room, vessel }: VerdictBandProps) {
  const colours = useColours();
  const { hand } = usePreferences();
  const { icon: Icon, tone, frame, colour } = SIGNS[verdict.is];
  const { head, more } = verdict;
  const words = more === undefined ? head : `${head}; ${more}`;
  const capacity = counted.capacity === null ? '—' : showAmount(counted.capacity, counted.unit);
  // A long condition is set smaller; a band leaves the room to the work, and how tight it is stands with the whole instrument.
  const isBand = vessel !== undefined;
  const tight =
    room.answer === 'unknown' || (isBand && verdict.is !== 'legal') ? '' : `${room.answer} to work in`;
  const means = [more, tight].filter(Boolean).join('; ');
  const headline = head.length > LONG_HEAD ? 'lead' : 'title';
  const figures = (
    <>
      <Words mono strong size={vessel ? 'fine' : 'lead'} testID="fill">
        {showAmount(counted.fill, counted.unit)}
      </Words>
      <Words mono size="fine" tone="text-soft" testID="capacity">
        {`${vessel ? ' ' : ''}of ${capacity} ${unitName(counted.unit)}`}
      </Words>
    </>
  );
  return (
    <View
      className={`min-h-[68px] items-center rounded-card border-2 bg-sheet ${hand === 'left' ? 'flex-row-reverse' : 'flex-row'} ${frame}`}
    >
      <View
        className="min-w-0 flex-1 flex-row flex-wrap items-center gap-x-2 px-3 py-1"
        role="status"
        aria-live="polite"
        aria-label={`${words}. ${showAmount(counted.fill, counted.unit)} of ${capacity} ${unitName(counted.unit)}. ${room.words}`}
      >
        <Icon size={34} color={colours[colour]} aria-hidden />
        <View className="min-w-0 shrink grow basis-[10rem]">
          <Words size={headline} strong tone={tone} testID="verdict">
            {head.charAt(0).toUpperCase() + head.slice(1)}
          </Words>
          {vessel !== undefined && <View className="flex-row flex-wrap">{figures}</View>}
          <Words size="fine" tone="text-soft" testID="work-room">
            {means}
          </Words>
        </View>
        {vessel === undefined && <View className="ml-auto items-end">{figures}</View>}
      </View>
      {vessel}
    </View>
  );
}
