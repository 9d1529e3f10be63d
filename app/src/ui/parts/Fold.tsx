/** A part that is folded away until its title is touched. */
import ChevronDown from 'lucide-react-native/icons/chevron-down';
import ChevronUp from 'lucide-react-native/icons/chevron-up';
import { type ReactNode, useState } from 'react';
import { useColours } from '../theme/theme';
import { Touch } from './Touch';
import { Words } from './Words';
import { View } from './View';

interface FoldProps {
  readonly title: string;
  readonly children: ReactNode;
  /** Inside another card: without a frame of its own. */
  readonly bare?: boolean;
  /** Open from the first. */
  readonly opened?: boolean;
}

export function Fold({ title, children, bare = false, opened = false }: FoldProps) {
  const [open, setOpen] = useState(opened);
  const colours = useColours();
  const Chevron = open ? ChevronUp : ChevronDown;
  return (
    <View className={bare ? 'border-t border-hair' : 'rounded-card border border-hair bg-sheet'}>
      <Touch
        aria-expanded={open}
        onPress={() => setOpen(!open)}
        className="min-h-thumb flex-row items-center justify-between px-3"
      >
        <Words strong>{title}</Words>
        <Chevron size={20} color={colours.ink} aria-hidden />
      </Touch>
      {open && children}
    </View>
  );
}
