/** The instruments of the bench, drawn: a meter, a plug tester, a pen that hears voltage. None is any maker’s. */
import { PAIRS } from '@dense-pack/core/box/closing';
import type { PlugReading } from '@dense-pack/core/simulate/instruments';
import type { ReactNode } from 'react';
import Svg, { Circle, Line, Path, Rect, Text as SvgText } from 'react-native-svg';
import { Words } from '../parts/Words';
import { useColours } from '../theme/theme';
import { View } from '../parts/View';

interface InstrumentProps {
  readonly drawing: ReactNode;
  /** What it says. */
  readonly children: ReactNode;
}

/** An instrument in the hand: its drawing, and beside it what it says. */
const Instrument = ({ drawing, children }: InstrumentProps) => (
  <View className="flex-row items-center gap-3" role="status" testID="instrument">
    <View aria-hidden>{drawing}</View>
    <View className="min-w-0 flex-1">{children}</View>
  </View>
);

interface MeterProps {
  /** What it shows; undefined with a probe in the air. */
  readonly shows: string | undefined;
  readonly probes: readonly (string | undefined)[];
}

/** The display is the instrument: a slot with the figure, two leads that leave below it. */
export function MeterDrawing({ shows, probes }: MeterProps) {
  const colours = useColours();
  return (
    <Instrument
      drawing={
        <Svg width={96} height={104}>
          <Rect
            x={10}
            y={4}
            width={76}
            height={66}
            rx={6}
            fill={colours.sheet}
            stroke={colours.ink}
            strokeWidth={3}
          />
          <Rect
            x={19}
            y={14}
            width={58}
            height={28}
            rx={2}
            fill={colours.sunk}
            stroke={colours.ink}
            strokeWidth={1.5}
          />
          <SvgText x={48} y={34} fontSize={15} fontWeight="700" textAnchor="middle" fill={colours.ink}>
            {shows === undefined ? '– – –' : /^\d+ V$/.test(shows) ? shows : '~'}
          </SvgText>
          <SvgText x={48} y={60} fontSize={11} textAnchor="middle" fill={colours.ink}>
            V, high ohms
          </SvgText>
          <Path d="M30 70 C30 88 20 84 18 102" stroke={colours.ink} strokeWidth={4} fill="none" />
          <Path
            d="M66 70 C66 88 76 84 78 102"
            stroke={colours.ink}
            strokeWidth={4}
            fill="none"
            strokeDasharray="6 3"
          />
        </Svg>
      }
    >
      <Words size="lead" strong mono>
        {shows ?? 'Touch two points'}
      </Words>
      {probes.map((one, nth) => (
        <Words key={nth} size="fine" tone="text-soft">
          {`${nth === 0 ? 'Whole lead' : 'Dashed lead'}: ${one ?? 'in the air'}`}
        </Words>
      ))}
    </Instrument>
  );
}

/** Three lamps in a row between three blades. */
export function PlugDrawing({
  reading,
  at,
}: {
  readonly reading: PlugReading | undefined;
  readonly at: string | undefined;
}) {
  const colours = useColours();
  const lit = reading ? [reading.hn, reading.hg, reading.ng] : [false, false, false];
  return (
    <Instrument
      drawing={
        <Svg width={116} height={104}>
          <Path
            d="M12 30 L58 6 L104 30 L104 66 L12 66 Z"
            fill={colours.sheet}
            stroke={colours.ink}
            strokeWidth={3}
            strokeLinejoin="round"
          />
          {PAIRS.map((pair, nth) => (
            <Circle
              key={pair}
              cx={30 + nth * 28}
              cy={40}
              r={9}
              fill={lit[nth] ? colours.focus : colours.sheet}
              stroke={colours.ink}
              strokeWidth={lit[nth] ? 4 : 2}
            />
          ))}
          {PAIRS.map((pair, nth) => (
            <SvgText key={pair} x={30 + nth * 28} y={62} fontSize={10} textAnchor="middle" fill={colours.ink}>
              {pair}
            </SvgText>
          ))}
          {[34, 58, 82].map((x) => (
            <Line key={x} x1={x} y1={68} x2={x} y2={92} stroke={colours.ink} strokeWidth={5} />
          ))}
        </Svg>
      }
    >
      <Words size="lead" strong>
        {reading
          ? `${PAIRS.filter((_, nth) => lit[nth]).join(' and ') || 'No lamp'} lit`
          : 'Touch a receptacle'}
      </Words>
      <Words size="fine" tone="text-soft">
        {at ?? 'It reads one half at a time.'}
      </Words>
    </Instrument>
  );
}

/** A pen; arcs at its tip where it hears voltage. */
export function PenDrawing({
  says,
  at,
}: {
  readonly says: string | undefined;
  readonly at: string | undefined;
}) {
  const colours = useColours();
  const hears = says !== undefined && says !== 'silent';
  return (
    <Instrument
      drawing={
        <Svg width={116} height={104}>
          <Path
            d="M100 10 L44 66 L34 62 L30 72 L24 78 L26 84 L32 82 L38 76 L48 72 L106 16 Z"
            fill={colours.sheet}
            stroke={colours.ink}
            strokeWidth={3}
            strokeLinejoin="round"
          />
          {hears &&
            [12, 20].map((r) => (
              <Path
                key={r}
                d={`M${30 - r} ${76 - r / 3} A${r} ${r} 0 0 0 ${30 + r / 3} ${78 + r}`}
                stroke={colours.focus}
                strokeWidth={4}
                fill="none"
                {...(says === 'beeps' ? {} : { strokeDasharray: '4 4' })}
              />
            ))}
        </Svg>
      }
    >
      <Words size="lead" strong>
        {says ?? 'Touch a conductor'}
      </Words>
      <Words size="fine" tone="text-soft">
        {at ?? 'A hint, no proof: it hears a neighbour too, and says nothing of a neutral.'}
      </Words>
    </Instrument>
  );
}

export type HandleAt = 'on' | 'tripped' | 'off';

/** A breaker as it lies in the panel: its handle at one end, the other, or between where it tripped. */
export function BreakerDrawing({ at }: { readonly at: HandleAt }) {
  const colours = useColours();
  const x = { off: 5, tripped: 16, on: 27 }[at];
  return (
    <View aria-hidden>
      <Svg width={52} height={30}>
        <Rect
          x={1.5}
          y={1.5}
          width={49}
          height={27}
          rx={3}
          fill={colours.sheet}
          stroke={colours.ink}
          strokeWidth={2.5}
        />
        <Rect x={x} y={6} width={20} height={18} rx={2} fill={colours.ink} />
        {at === 'tripped' && <Rect x={40} y={9} width={7} height={12} fill={colours.over} />}
        {at === 'on' && <Line x1={11} y1={9} x2={11} y2={21} stroke={colours.ink} strokeWidth={3} />}
        {at === 'off' && <Circle cx={38} cy={15} r={5} fill="none" stroke={colours.ink} strokeWidth={2.5} />}
      </Svg>
    </View>
  );
}
