/** What the checks beyond fill found, gravest first, and what they could not check. */
import type { Outcome } from '@dense-pack/core/check/finding';
import { notLookedAt, type Wanted } from '@dense-pack/core/check/open-checks';
import type { Edition } from '@dense-pack/core/edition/edition';
import { sentenceOf, type Severity } from '@dense-pack/core/finding/finding';
import { plainNamer } from '@dense-pack/core/finding/say';
import type { LucideIcon } from 'lucide-react-native';
import Eye from 'lucide-react-native/icons/eye';
import Lightbulb from 'lucide-react-native/icons/lightbulb';
import OctagonX from 'lucide-react-native/icons/octagon-x';
import { Fold } from '../parts/Fold';
import { Words } from '../parts/Words';
import { useColours } from '../theme/theme';
import { View } from '../parts/View';

const SIGNS: Record<Severity, { icon: LucideIcon; word: string; tone: 'over' | 'unknown' | 'soft' }> = {
  violation: { icon: OctagonX, word: 'Violation', tone: 'over' },
  look: { icon: Eye, word: 'Needs a look', tone: 'unknown' },
  advice: { icon: Lightbulb, word: 'Advice', tone: 'soft' },
};
const TONES = { over: 'text-over', unknown: 'text-unknown', soft: 'text-soft' } as const;

interface FindingListProps {
  readonly findings: Outcome['findings'];
  /** Facts that are missing and could make a violation. */
  readonly wanted: Pick<Wanted, 'matters' | 'look'>;
  readonly edition: Pick<Edition, 'unit'>;
}

export function FindingList({ findings, wanted: { matters, look }, edition }: FindingListProps) {
  const say = plainNamer(edition.unit);
  const colours = useColours();
  return (
    <View className="gap-2">
      <Words heading={2} strong>
        Beside the fill
      </Words>
      {findings.length === 0 && <Words tone="text-soft">Nothing was found.</Words>}
      {findings.map((one, nth) => {
        const { code, severity, section } = one;
        const { words, cure } = sentenceOf(one, say);
        const { icon: Icon, word, tone } = SIGNS[severity];
        return (
          <View
            key={`${code}${nth}`}
            testID="finding"
            className="flex-row gap-2 rounded-card border border-hair bg-sheet px-3 py-2"
          >
            <Icon size={20} color={colours[tone]} aria-hidden />
            <View className="min-w-0 flex-1">
              <Words size="fine" strong tone={TONES[tone]}>{`${word}, ${section}`}</Words>
              <Words>{cure === undefined ? words : `${words} ${cure}`}</Words>
            </View>
          </View>
        );
      })}
      {matters.length + look.length > 0 && (
        <Fold title={`Not checked (${matters.length + Math.min(1, look.length)})`}>
          {matters.map(({ needs, sections }) => (
            <Words key={needs} className="border-t border-hair px-3 py-2" testID="not-checked">
              {`Not checked, ${sections.join(', ')}: ${needs}.`}
            </Words>
          ))}
          {look.length > 0 && (
            <Words className="border-t border-hair px-3 py-2" testID="not-checked">
              {`Not looked at: ${notLookedAt(look) ?? ''}.`}
            </Words>
          )}
        </Fold>
      )}
    </View>
  );
}
