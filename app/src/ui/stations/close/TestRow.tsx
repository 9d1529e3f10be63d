/** One test: what it is, how it should be, its answer by touch, and the answer as it stands. */
import { INSTRUMENTS, instrumentOf, type Said } from '@dense-pack/core/box/closing';
import { litIn, saidWords, STANDINGS, type Standing, type Tested } from '@dense-pack/core/close/closed';
import Circle from 'lucide-react-native/icons/circle';
import CircleCheck from 'lucide-react-native/icons/circle-check-big';
import CircleQuestion from 'lucide-react-native/icons/circle-question-mark';
import OctagonX from 'lucide-react-native/icons/octagon-x';
import { useState } from 'react';
import { dayWords } from '../../parts/days';
import { Field } from '../../parts/Field';
import { Chip } from '../../parts/Press';
import { withPoint } from '../../parts/with-point';
import { Words } from '../../parts/Words';
import { type Colour, useColours } from '../../theme/theme';
import { Lamps, NONE_LIT } from './Lamps';
import { View } from '../../parts/View';

interface TestRowProps {
  readonly tested: Tested;
  readonly onSay: (says: Said) => void;
}

/** A standing by its shape, its word and its colour. */
const SIGNS: Readonly<
  Record<Standing, { readonly icon: typeof Circle; readonly colour: Colour; readonly tone: string }>
> = {
  right: { icon: CircleCheck, colour: 'legal', tone: 'text-legal' },
  wrong: { icon: OctagonX, colour: 'over', tone: 'text-over' },
  unproved: { icon: CircleQuestion, colour: 'unknown', tone: 'text-unknown' },
  earlier: { icon: CircleQuestion, colour: 'unknown', tone: 'text-unknown' },
  open: { icon: Circle, colour: 'soft', tone: 'text-soft' },
};

export function TestRow({ tested: { test, result, standing, why }, onSay }: TestRowProps) {
  const colours = useColours();
  const [again, setAgain] = useState(false);
  const [meter, setMeter] = useState(false);
  const { icon: Sign, colour, tone } = SIGNS[standing];
  const asking = again || standing === 'open' || standing === 'earlier';
  const say = (says: Said) => {
    setAgain(false);
    onSay(says);
  };
  return (
    <View
      testID="test"
      role="group"
      aria-label={`${test.words}: ${STANDINGS[standing]}`}
      className="gap-2 border-t border-hair px-3 py-2"
    >
      <View className="flex-row items-start gap-2">
        <View className="pt-[2px]">
          <Sign size={22} color={colours[colour]} aria-hidden />
        </View>
        <View className="min-w-0 flex-1">
          <Words strong>{test.words}</Words>
          <Words size="fine" tone="text-soft">{`Should be: ${test.expects}`}</Words>
          {result && (
            <Words size="fine" tone={tone} strong>
              {`${saidWords(result.says)}: ${STANDINGS[standing]}`}
            </Words>
          )}
          {why !== undefined && <Words tone="text-over">{why}</Words>}
          {result && (
            <Words size="fine" tone="text-soft">
              {[INSTRUMENTS[instrumentOf(result.says)], dayWords(result.at), result.by]
                .filter((one) => one !== '')
                .join(', ')}
            </Words>
          )}
        </View>
        {!asking && <Chip label="Again" aria-label={`Again: ${test.words}`} onPress={() => setAgain(true)} />}
        {asking && test.read === 'receptacle' && (
          <Chip
            label={meter ? 'Lamps' : 'Meter'}
            aria-label={`${meter ? 'Lamps' : 'Meter'} instead: ${test.words}`}
            onPress={() => setMeter(!meter)}
          />
        )}
      </View>
      {asking && <Answer read={test.read} of={test.words} meter={meter} onSay={say} />}
    </View>
  );
}

interface AnswerProps {
  readonly read: Tested['test']['read'];
  readonly of: string;
  /** A receptacle is read by a meter. */
  readonly meter: boolean;
  readonly onSay: (says: Said) => void;
}

/** The answer to one test, by its kind: a receptacle by the three lamps of a plug tester, or by three figures. */
function Answer({ read, of, meter, onSay }: AnswerProps) {
  switch (read) {
    case 'on':
      return <Two of={of} yes="On" no="Off" onSay={(on) => onSay({ read: 'on', on })} />;
    case 'done':
      return <Two of={of} yes="So it is" no="Not so" onSay={(good) => onSay({ read: 'done', good })} />;
    case 'hots':
      return <Figures of={of} names={['V']} onFigures={([volts = 0]) => onSay({ read: 'hots', volts })} />;
    case 'receptacle':
      if (!meter) return <ByLamps of={of} onSay={onSay} />;
      return (
        <Figures
          of={of}
          names={['HN', 'HG', 'NG']}
          onFigures={([HN = 0, HG = 0, NG = 0]) => onSay({ read: 'volts', HN, HG, NG })}
        />
      );
  }
}

interface TwoProps {
  readonly of: string;
  readonly yes: string;
  readonly no: string;
  readonly onSay: (yes: boolean) => void;
}

const Two = ({ of, yes, no, onSay }: TwoProps) => (
  <View className="flex-row gap-2 pl-8">
    {[[yes, true] as const, [no, false] as const].map(([label, value]) => (
      <Chip
        key={label}
        label={label}
        aria-label={`${label}: ${of}`}
        className="grow"
        onPress={() => onSay(value)}
      />
    ))}
  </View>
);

function ByLamps({ of, onSay }: Pick<AnswerProps, 'of' | 'onSay'>) {
  const [lit, setLit] = useState(NONE_LIT);
  const words = litIn({ read: 'lamps', ...lit }).join(' and ');
  const told = words === '' ? 'none lit' : `${words} lit`;
  return (
    <View className="flex-row items-stretch gap-2">
      <Lamps of={of} lit={lit} onTouch={(pair) => setLit((now) => ({ ...now, [pair]: !now[pair] }))} />
      <Chip
        label="Take down"
        detail={told}
        aria-label={`Take down ${told}: ${of}`}
        className="grow border-2 border-action"
        onPress={() => onSay({ read: 'lamps', ...lit })}
      />
    </View>
  );
}

interface FiguresProps {
  readonly of: string;
  readonly names: readonly string[];
  readonly onFigures: (volts: readonly number[]) => void;
}

/** A meter’s figures, V. What is no figure is said, and nothing typed is lost. */
function Figures({ of, names, onFigures }: FiguresProps) {
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({});
  const [problem, setProblem] = useState<string>();
  const take = () => {
    const read = names.map((name) => Number(withPoint((typed[name] ?? '').trim()) || Number.NaN));
    const wrong = names.find((_, nth) => !((read[nth] ?? -1) >= 0 && (read[nth] ?? 301) <= 300));
    setProblem(
      wrong === undefined
        ? undefined
        : `${wrong}: “${typed[wrong] ?? ''}” is no reading; accepted are 0 to 300 V`,
    );
    if (wrong === undefined) onFigures(read);
  };
  return (
    <View className="gap-2">
      <View className="flex-row flex-wrap items-end gap-2">
        {names.map((name) => (
          <View key={name} className="min-w-[84px] flex-1">
            <Field
              label={name === 'V' ? 'Volts' : `${name}, V`}
              inputMode="decimal"
              mono
              value={typed[name] ?? ''}
              onChangeText={(text) => setTyped((now) => ({ ...now, [name]: text }))}
              onSubmitEditing={take}
            />
          </View>
        ))}
        <Chip
          label="Take down"
          aria-label={`Take down the figures: ${of}`}
          className="border-action"
          onPress={take}
        />
      </View>
      {problem !== undefined && (
        <Words tone="text-over" role="alert" testID="problem">
          {problem}
        </Words>
      )}
    </View>
  );
}
