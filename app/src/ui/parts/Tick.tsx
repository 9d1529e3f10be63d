/** A step that is ticked when it is done. */
import Square from 'lucide-react-native/icons/square';
import SquareCheck from 'lucide-react-native/icons/square-check-big';
import { Touch } from './Touch';
import { Words } from './Words';
import { useColours } from '../theme/theme';

interface TickProps {
  readonly on: boolean;
  readonly label: string;
  /** What is to be known while it is not ticked. */
  readonly until?: string;
  /** Inside a card: without a frame of its own. */
  readonly bare?: boolean;
  readonly onPress: () => void;
}

export function Tick({ on, label, until, bare = false, onPress }: TickProps) {
  const colours = useColours();
  const Box = on ? SquareCheck : Square;
  return (
    <Touch
      role="checkbox"
      aria-checked={on}
      className={`min-h-[56px] flex-row items-center gap-3 border-hair px-3 py-1 active:opacity-70 ${bare ? 'border-t' : 'rounded-card border bg-sheet'}`}
      onPress={onPress}
    >
      <Box size={26} color={on ? colours.legal : colours.ink} aria-hidden />
      <Words className="min-w-0 flex-1" strong={on}>
        {label}
        {!on && until !== undefined && <Words size="fine" tone="text-soft">{` ${until}`}</Words>}
      </Words>
    </Touch>
  );
}
