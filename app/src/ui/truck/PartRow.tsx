/** One part of the truck: ticked when it is carried, with what is known of it. */
import Pencil from 'lucide-react-native/icons/pencil';
import Empty from 'lucide-react-native/icons/square';
import Check from 'lucide-react-native/icons/square-check';
import { IconPress } from '../parts/Press';
import { Touch } from '../parts/Touch';
import { Words } from '../parts/Words';
import { useColours } from '../theme/theme';
import { View } from '../parts/View';

interface PartRowProps {
  readonly name: string;
  readonly figures: string;
  /** Where the figures come from. */
  readonly source: string;
  readonly here: boolean;
  readonly onToggle: () => void;
  readonly onEdit: () => void;
}

export function PartRow({ name, figures, source, here, onToggle, onEdit }: PartRowProps) {
  const colours = useColours();
  const Box = here ? Check : Empty;
  return (
    <View className="flex-row items-center border-t border-hair">
      <Touch
        role="checkbox"
        aria-checked={here}
        aria-label={`${name}, ${figures}`}
        className="min-h-[56px] min-w-0 flex-1 flex-row items-center gap-3 px-3 py-1 active:opacity-70"
        onPress={onToggle}
      >
        <Box size={26} color={here ? colours.legal : colours.ink} aria-hidden />
        <View className="min-w-0 flex-1">
          <Words strong={here}>{name}</Words>
          <Words size="fine" tone="text-soft">
            {`${figures}; ${source}`}
          </Words>
        </View>
      </Touch>
      <IconPress label={`Change ${name}, ${figures}`} icon={Pencil} onPress={onEdit} />
    </View>
  );
}
