/** The test that tells most for its effort and risk, with its answers to touch. */
import type { Reading } from '@dense-pack/core/box/reading';
import Power from 'lucide-react-native/icons/zap';
import PowerOff from 'lucide-react-native/icons/zap-off';
import { Chip } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { useColours } from '../../theme/theme';
import type { Next } from './identify-answers';
import { ANSWERS, saysOf, type Teller } from './say';
import { View } from '../../parts/View';

interface NextTestProps {
  readonly next: Next;
  readonly teller: Teller;
  /** A reading has come since: this question is answered already, the next is being looked for. */
  readonly pending: boolean;
  readonly onRead: (reading: Reading) => void;
}

const TESTS = { volts: 'Meter', continuity: 'Continuity', energize: 'What comes on?' } as const;

export function NextTest({ next, teller, pending, onRead }: NextTestProps) {
  const colours = useColours();
  const live = next.power === 'on';
  const Icon = live ? Power : PowerOff;
  const { test, from, to, cable, far, left } = next;
  const place = teller.place({ test, from, to, cable });
  const read = (answer: string) => {
    const at = test === 'energize' ? { cable } : { from, to };
    onRead({ test, ...at, ...(far === undefined ? {} : { far }), says: saysOf(answer) } as Reading);
  };
  return (
    <View
      testID="next-test"
      className={`gap-2 rounded-card border-l-[6px] border bg-sheet p-3 ${live ? 'border-over' : 'border-action'}`}
    >
      <View className="flex-row items-center gap-2">
        <Icon size={22} color={live ? colours.over : colours.action} aria-hidden />
        <Words strong tone={live ? 'text-over' : 'text-action'}>
          {live ? `Power ON, about ${next.minutes} min` : 'Power OFF'}
        </Words>
      </View>
      <Words heading={3} strong>
        {`${TESTS[test]}: ${place}${far === undefined ? '' : `, far switch ${far}`}`}
      </Words>
      <Words size="fine" tone="text-soft">
        {teller.why(next.why)}
      </Words>
      <View className="flex-row flex-wrap gap-2" role="group" aria-label="It said">
        {Object.entries(left).map(([answer, many]) => (
          <Chip
            key={answer}
            label={ANSWERS[answer] ?? answer}
            detail={many === 1 ? 'settles it' : many > 9999 ? 'many ways left' : `${many} ways left`}
            className="grow"
            disabled={pending}
            onPress={() => read(answer)}
          />
        ))}
      </View>
    </View>
  );
}
