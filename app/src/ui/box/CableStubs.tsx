/**
 * The cables as they come to the box: stubs at the edge of the drawing. Touch one to change it, touch the
 * last to bring in another.
 */
import type { BoxDocument, ItemOf } from '@dense-pack/core/box/document';
import { rowsOf } from '@dense-pack/core/box/rows';
import { roleOf } from '@dense-pack/core/box/work';
import { CABLE_ROLES } from '@dense-pack/core/box/words';
import ArrowDown from 'lucide-react-native/icons/arrow-down';
import ArrowUp from 'lucide-react-native/icons/arrow-up';
import Plus from 'lucide-react-native/icons/plus';
import { memo } from 'react';
import { Touch } from '../parts/Touch';
import { Words } from '../parts/Words';
import { useColours } from '../theme/theme';
import { View } from '../parts/View';

interface CableStubsProps {
  readonly box: BoxDocument;
  readonly width: number;
  readonly height: number;
  /** How much larger than usual the text is. */
  readonly larger: number;
  /** On which side of the stubs the vessel is. */
  readonly vessel: 'left' | 'right';
  readonly selected: string | undefined;
  readonly onSelect: (id: string) => void;
  readonly onAdd: () => void;
}

const STUB = 46;
const GAP = 4;

/** What stands on the stub, then what it is in words. */
function stubName({ duty, enters }: ItemOf<'cable'>, shown: string): string {
  const role = roleOf(duty);
  const more = ['cable', role && CABLE_ROLES[role], enters && `enters ${enters}`].filter(Boolean);
  return `${shown}: ${more.join(', ')}`;
}

export const CableStubs = memo(function CableStubs({
  box,
  width,
  height,
  larger,
  vessel,
  selected,
  onSelect,
  onAdd,
}: CableStubsProps) {
  const colours = useColours();
  const cables = rowsOf(box.items.filter((item) => item.kind === 'cable'));
  const one = STUB * larger;
  const fit = Math.max(1, Math.floor(height / (one + GAP)) - 1);
  const shown = cables.length <= fit ? cables : cables.slice(0, fit - 1);
  const more = cables.length - shown.length;
  const ends = vessel === 'left' ? 'rounded-r-card border-l-0' : 'rounded-l-card border-r-0';
  const stub = `items-center justify-center border ${ends} active:opacity-70`;
  return (
    <View style={{ width, height, gap: GAP }} className="justify-end" role="group" aria-label="Cables">
      {more > 0 && (
        <Touch
          aria-label={`${more} more cables`}
          style={{ height: one }}
          className={`${stub} border-line bg-sheet`}
          onPress={onAdd}
        >
          <Words size="fine" strong>{`+${more}`}</Words>
        </Touch>
      )}
      {shown.map(({ item: cable, items, count }) => {
        const on = items.some(({ id }) => id === selected);
        const name = `${count > 1 ? `${count}× ` : ''}${cable.size}/${cable.conductors}`;
        const said =
          cable.label ?? roleOf(cable.duty) ?? (cable.make === 'nm' ? '' : cable.make.toUpperCase());
        return (
          <Touch
            key={cable.id}
            role="button"
            aria-pressed={on}
            aria-label={stubName(cable, [name, said].filter(Boolean).join(' '))}
            style={{ height: one }}
            className={`${stub} ${on ? 'border-focus bg-sunk' : 'border-wall bg-sheet'}`}
            onPress={() => onSelect(cable.id)}
          >
            <View className="flex-row items-center">
              {cable.enters === 'top' && <ArrowDown size={12} color={colours.ink} aria-hidden />}
              {cable.enters === 'bottom' && <ArrowUp size={12} color={colours.ink} aria-hidden />}
              <Words size="fine" strong numberOfLines={1}>
                {said === '' ? name : `${name} `}
              </Words>
            </View>
            {said !== '' && (
              <Words size="fine" tone="text-soft" numberOfLines={1} className="max-w-full px-1">
                {said}
              </Words>
            )}
          </Touch>
        );
      })}
      <Touch
        aria-label="Bring in a cable"
        style={{ height: one }}
        className={`${stub} border-dashed border-line bg-paper`}
        onPress={onAdd}
      >
        <Plus size={18} color={colours.ink} aria-hidden />
        <Words size="fine" strong>
          cable
        </Words>
      </Touch>
    </View>
  );
});
