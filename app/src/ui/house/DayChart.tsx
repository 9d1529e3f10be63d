/** The day as bars: one row a circuit, dark while it is off, with the boxes worked on above them. */
import { naturally } from '@dense-pack/core/box/natural-order';
import { Words } from '../parts/Words';
import type { OutageAnswer } from './outage-answers';
import { View } from '../parts/View';

interface DayChartProps {
  readonly plan: Pick<OutageAnswer, 'stretches' | 'off' | 'over'>;
  /** What each circuit is called beside its name. */
  readonly words: ReadonlyMap<string, string>;
  /** The most minutes each may be off at a stretch. */
  readonly limit: Readonly<Record<string, number>>;
}

/** @example clock(95) // '1 h 35' */
export function clock(minutes: number): string {
  const whole = Math.round(minutes);
  if (whole < 60) return `${whole} min`;
  const rest = whole % 60;
  return `${Math.floor(whole / 60)} h${rest === 0 ? '' : ` ${rest}`}`;
}

export function DayChart({ plan, words, limit }: DayChartProps) {
  const circuits = Object.keys(plan.stretches).sort(naturally);
  const end = Math.max(1, ...circuits.flatMap((name) => (plan.stretches[name] ?? []).map(([, to]) => to)));
  const share = (minutes: number) => `${(minutes / end) * 100}%` as const;
  return (
    <View className="gap-2" testID="day-chart">
      {circuits.map((name) => {
        const parts = plan.stretches[name] ?? [];
        const off = plan.off[name] ?? 0;
        const said = words.get(name);
        const most = limit[name];
        const over = plan.over.includes(name);
        const told = parts.map(([from, to]) => `from ${clock(from)} to ${clock(to)}`).join(', then ');
        return (
          <View key={name} role="img" aria-label={`Circuit ${name} is off ${told}`}>
            <Words size="fine" strong tone={over ? 'text-over' : 'text-ink'}>
              {`Circuit ${name}${said === undefined ? '' : `, ${said}`}: off ${clock(off)}${most === undefined ? '' : `, at most ${clock(most)} at a stretch`}`}
            </Words>
            <View aria-hidden className="h-5 w-full rounded-card border border-line bg-sheet">
              {parts.map(([from, to]) => (
                <View
                  key={from}
                  className={`absolute h-full rounded-card ${over ? 'bg-over' : 'bg-wall'}`}
                  style={{ left: share(from), width: share(to - from) }}
                />
              ))}
            </View>
          </View>
        );
      })}
      <View aria-hidden className="flex-row justify-between">
        {[0, 1, 2, 3, 4].map((nth) => (
          <Words key={nth} size="fine" tone="text-soft">
            {nth === 0 ? 'begin' : clock((end * nth) / 4)}
          </Words>
        ))}
      </View>
    </View>
  );
}
