/** The items of a line being typed: what is understood as chips, what is not underlined with its reason. */
import type { Piece } from '@dense-pack/core/shorthand/read';
import { unreadableWords } from '@dense-pack/core/shorthand/errors';
import Check from 'lucide-react-native/icons/check';
import { useColours } from '../theme/theme';
import { Words } from './Words';
import { View } from './View';

export function LinePieces({ pieces }: { readonly pieces: readonly Piece[] }) {
  const colours = useColours();
  if (pieces.length === 0) return null;
  return (
    <View className="flex-row flex-wrap gap-2" role="list" aria-label="What was read">
      {pieces.map(({ text, at, error }) => (
        <View
          key={at}
          role="listitem"
          testID={error ? 'piece-wrong' : 'piece'}
          className={`max-w-full flex-row items-center gap-1 px-2 py-1 ${
            error ? 'border-b-4 border-over' : 'rounded-card border border-legal bg-sheet'
          }`}
        >
          {!error && <Check size={16} color={colours.legal} aria-hidden />}
          <Words mono numberOfLines={1} tone={error ? 'text-over' : 'text-ink'} className="shrink">
            {text}
          </Words>
        </View>
      ))}
      {pieces.map(
        ({ at, error }) =>
          error && (
            <Words key={`why${at}`} tone="text-over" role="alert" testID="problem" className="w-full">
              {unreadableWords(error)}
            </Words>
          ),
      )}
    </View>
  );
}
