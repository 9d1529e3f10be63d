/** Whether a wiring works: proved in every position, or what fails and where. */
import { NO_PANEL, type Panel } from '@dense-pack/core/box/panel';
import { wordsOf } from '@dense-pack/core/finding/finding';
import { mistakesIn } from '@dense-pack/core/judge/mistakes';
import { cap } from '@dense-pack/core/finding/say';
import { withoutKnownTies } from '@dense-pack/core/run/ties';
import { roleWords } from '@dense-pack/core/plan/assumed';
import CircleAlert from 'lucide-react-native/icons/circle-alert';
import CircleCheck from 'lucide-react-native/icons/circle-check';
import Hourglass from 'lucide-react-native/icons/hourglass';
import OctagonX from 'lucide-react-native/icons/octagon-x';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { Button } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { useColours } from '../../theme/theme';
import type { Judged, Mode } from './use-wiring';

/** Troubles shown before the rest is asked for. */
const FIRST = 3;

interface ProofBandProps {
  readonly judged: Judged;
  readonly mode: Mode;
  /** The box has changed since: what was proved is of the box before. */
  readonly pending: boolean;
  /** The panel of the house: a tie it has is not asked for again. */
  readonly panel?: Panel | undefined;
  /** Records all assumed roles as they are. */
  readonly onConfirm?: (() => void) | undefined;
}

const FRAMES = { unknown: 'border-unknown', legal: 'border-legal', over: 'border-over' } as const;
const TONES = { unknown: 'text-unknown', legal: 'text-legal', over: 'text-over' } as const;

export function ProofBand({ judged, mode, pending, panel = NO_PANEL, onConfirm }: ProofBandProps) {
  const colours = useColours();
  const [all, setAll] = useState(false);
  const [tall, setTall] = useState(0);
  const { good, works, assumed, proof, findings, plan, say, circuitry, work, wiring } = judged;
  // It works, and rests on roles nobody said: never green.
  const open = works && assumed.length > 0;
  // What was found wrong comes first, each with what hangs on it; then what the loads do.
  const mistakes = useMemo(
    () =>
      mode === 'found' && !pending
        ? mistakesIn(circuitry.physical, work, wiring, findings).map(
            ({ finding, loads }): [string, string] => [
              wordsOf(finding, say),
              loads.map((id) => say.use(id)).join(', '),
            ],
          )
        : [],
    [mode, pending, circuitry, work, wiring, findings, say],
  );
  const hangs = new Map(mistakes);
  const troubles =
    mode === 'found' ? [...hangs.keys(), ...proof.faults.map((one) => wordsOf(one, say))] : judged.troubles;
  const Sign = pending ? Hourglass : good ? CircleCheck : open ? CircleAlert : OctagonX;
  const looks = [
    ...withoutKnownTies(findings, circuitry.physical, work, panel)
      .filter(({ severity }) => severity !== 'violation')
      .map((one) => wordsOf(one, say)),
    ...(mode === 'plan' ? plan.notes : []),
  ];
  const tone = pending || open ? 'unknown' : good ? 'legal' : 'over';
  const title = pending
    ? 'Working it out again'
    : good
      ? mode === 'plan'
        ? 'The plan works'
        : 'This wiring works'
      : open
        ? 'Works if these roles are right'
        : mode === 'plan'
          ? 'No good plan yet'
          : 'This wiring is wrong';
  return (
    <View
      className={`rounded-card border-2 bg-sheet px-3 py-2 ${FRAMES[tone]}`}
      role="status"
      aria-live="polite"
      testID="proof"
    >
      <View className="flex-row items-center gap-2">
        <Sign size={28} color={colours[tone]} aria-hidden />
        <Words size="lead" strong tone={TONES[tone]} className="shrink">
          {title}
        </Words>
      </View>
      {pending ? (
        // What follows stays where it is, under the thumb.
        <View style={{ height: tall }} />
      ) : (
        <View className="gap-1" onLayout={({ nativeEvent }) => setTall(nativeEvent.layout.height)}>
          <Words size="fine" tone="text-soft">
            {works
              ? `Simulated ${proof.states === 1 ? 'as it is wired' : `in ${proof.states} positions of its switches`}, and with each device taken out: ${proof.proved} ${proof.proved === 1 ? 'point' : 'points'} proved, each current out and back the same way.`
              : `${troubles.length} ${troubles.length === 1 ? 'thing stands' : 'things stand'} against it.`}
          </Words>
          {open && (
            <View className="gap-2" testID="assumed-roles">
              {assumed.map(({ piece, as, or }) => (
                <Words key={piece}>
                  {`${cap(say.piece(piece))}: assumed ${roleWords(as)}. It could be ${or.map(roleWords).join(', ')}.`}
                </Words>
              ))}
              {onConfirm && <Button label="These roles are right" kind="main" onPress={onConfirm} />}
            </View>
          )}
          {[...new Set(troubles)].slice(0, all ? undefined : FIRST).map((words) => (
            <View key={words} testID="trouble">
              <Words>{words}</Words>
              {hangs.has(words) && (
                <Words size="fine" tone="text-soft">
                  {hangs.get(words) === '' ? 'No load hangs on it.' : `On it hangs: ${hangs.get(words)}.`}
                </Words>
              )}
            </View>
          ))}
          {troubles.length > FIRST && !all && (
            <Button label={`Show all ${troubles.length}`} onPress={() => setAll(true)} />
          )}
          {looks.map((words) => (
            <Words key={words} size="fine" tone="text-unknown">
              {words}
            </Words>
          ))}
        </View>
      )}
    </View>
  );
}
