/** Things to press: never smaller than a thumb. */
import type { LucideIcon } from 'lucide-react-native';
import { type Colour, useColours } from '../theme/theme';
import { Touch, type TouchProps } from './Touch';
import { Words } from './Words';
import { View } from './View';

interface ButtonProps extends Omit<TouchProps, 'children'> {
  readonly label: string;
  readonly icon?: LucideIcon;
  readonly kind?: 'main' | 'plain' | 'danger';
}

const KINDS: Record<NonNullable<ButtonProps['kind']>, { frame: string; tone: string; icon: Colour }> = {
  main: { frame: 'bg-action border-action', tone: 'text-on-action', icon: 'on-action' },
  plain: { frame: 'bg-sheet border-line', tone: 'text-ink', icon: 'ink' },
  danger: { frame: 'bg-sheet border-over', tone: 'text-over', icon: 'over' },
};

/** A button with a word, and an icon where it helps to find it. */
export function Button({ label, icon: Icon, kind = 'plain', className = '', ...rest }: ButtonProps) {
  const colours = useColours();
  const look = KINDS[kind];
  return (
    <Touch
      {...rest}
      className={`min-h-thumb flex-row items-center justify-center gap-2 rounded-card border px-4 py-2 max-w-full active:opacity-70 disabled:opacity-40 ${look.frame} ${className}`}
    >
      {Icon && <Icon size={20} color={colours[look.icon]} aria-hidden />}
      <Words strong tone={look.tone} className="shrink text-center">
        {label}
      </Words>
    </Touch>
  );
}

interface ChipProps extends Omit<TouchProps, 'children'> {
  readonly label: string;
  readonly detail?: string | undefined;
  readonly on?: boolean;
}

/** A choice, or something to add with one touch. */
export function Chip({ label, detail, on = false, className = '', ...rest }: ChipProps) {
  return (
    <Touch
      aria-pressed={on}
      {...rest}
      className={`min-h-thumb min-w-thumb max-w-full items-center justify-center rounded-card border px-3 py-1 active:opacity-70 ${on ? 'border-action bg-action' : 'border-line bg-sheet'} ${className}`}
    >
      <Words strong tone={on ? 'text-on-action' : 'text-ink'} className="text-center">
        {/* A blank keeps the two lines two words for those who hear them. */}
        {detail === undefined ? label : `${label} `}
      </Words>
      {detail !== undefined && (
        <Words size="fine" tone={on ? 'text-on-action' : 'text-soft'} className="text-center">
          {detail}
        </Words>
      )}
    </Touch>
  );
}

interface IconPressProps extends Omit<TouchProps, 'children'> {
  readonly label: string;
  readonly icon: LucideIcon;
}

/** An icon alone, with its words for those who hear it. */
export function IconPress({ label, icon: Icon, className = '', ...rest }: IconPressProps) {
  const colours = useColours();
  return (
    <Touch
      aria-label={label}
      {...rest}
      className={`h-thumb w-thumb items-center justify-center rounded-card active:opacity-60 disabled:opacity-30 ${className}`}
    >
      <Icon size={24} color={colours.ink} aria-hidden />
    </Touch>
  );
}

interface StepperProps {
  readonly label: string;
  readonly value: number;
  readonly onChange: (value: number) => void;
  readonly least?: number;
  readonly most?: number;
  /** How much one touch changes; steps stay within three decimals. */
  readonly step?: number;
}

/** A count with less and more. */
export function Stepper({ label, value, onChange, least = 0, most = 99, step = 1 }: StepperProps) {
  const by = (change: number) => Math.min(most, Math.max(least, Math.round((value + change) * 1000) / 1000));
  return (
    <View className="flex-row items-center gap-1" role="group" aria-label={label}>
      <Chip
        label="−"
        aria-label={`One fewer: ${label}`}
        disabled={value <= least}
        className={value <= least ? 'opacity-40' : ''}
        onPress={() => onChange(by(-step))}
      />
      <Words mono strong className="min-w-thumb text-center" aria-live="polite">
        {value}
      </Words>
      <Chip
        label="+"
        aria-label={`One more: ${label}`}
        disabled={value >= most}
        className={value >= most ? 'opacity-40' : ''}
        onPress={() => onChange(by(step))}
      />
    </View>
  );
}
