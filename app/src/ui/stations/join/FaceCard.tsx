/** One device: its face, what lands on each terminal, and a tick for each as it is landed. */
import type { Face } from '@dense-pack/core/plan/faces';
import { landingsOf } from '@dense-pack/core/plan/landings';
import { landTick, tapeTick } from '@dense-pack/core/box/tick';
import Check from 'lucide-react-native/icons/square-check';
import Empty from 'lucide-react-native/icons/square';
import { Touch } from '../../parts/Touch';
import { Tick } from '../../parts/Tick';
import { Words } from '../../parts/Words';
import { useColours } from '../../theme/theme';
import { FaceDrawing } from './FaceDrawing';
import { isKept, landedWords } from '@dense-pack/core/plan/joint-words';
import type { Judged } from './use-wiring';
import { View } from '../../parts/View';

interface FaceCardProps {
  readonly judged: Judged;
  readonly face: Face;
  /** Where it stands, in words. */
  readonly gang?: string | undefined;
  readonly onTick: (id: string) => void;
}

export function FaceCard({ judged, face, gang, onTick }: FaceCardProps) {
  const colours = useColours();
  const { work, wiring } = judged;
  const { landings, broken } = landingsOf(face, wiring);
  return (
    <View className="rounded-card border border-hair bg-sheet" testID="face">
      <View className="flex-row items-center gap-3 border-b border-hair p-3">
        <FaceDrawing face={face} landings={landings} broken={broken} />
        <View className="min-w-0 flex-1 gap-1">
          <Words heading={2} strong>
            {face.title.charAt(0).toUpperCase() + face.title.slice(1)}
          </Words>
          {gang !== undefined && (
            <Words size="fine" tone="text-soft">
              {`${gang}, from the left`}
            </Words>
          )}
          {broken.map((tab) => (
            <Words key={tab} strong tone="text-over">
              {`Break the ${tab} tab`}
            </Words>
          ))}
          {face.terminals.some(({ tab }) => tab !== undefined) && broken.length === 0 && (
            <Words size="fine" tone="text-soft">
              No tab is broken.
            </Words>
          )}
        </View>
      </View>
      {landings.map((landing) => {
        const { terminal, ends, joint, how } = landing;
        const id = landTick(terminal.id);
        const [end] = ends;
        const done = work.made.includes(id);
        const Box = done ? Check : Empty;
        const what = landedWords(judged, landing);
        const stays = isKept(judged, landing);
        const row = (
          <>
            {(end !== undefined || joint !== undefined) && !stays ? (
              <Box size={24} color={done ? colours.legal : colours.ink} aria-hidden />
            ) : (
              <View style={{ width: 24 }} />
            )}
            <View className="min-w-0 flex-1">
              <Words strong>{`${terminal.name.replaceAll('-', ' ')}: ${what}`}</Words>
              <Words size="fine" tone="text-soft">
                {stays ? 'left as it was found: do not touch it' : how}
              </Words>
            </View>
          </>
        );
        return (end !== undefined || joint !== undefined) && !stays ? (
          <Touch
            key={terminal.id}
            role="checkbox"
            aria-checked={done}
            className="min-h-[52px] flex-row items-center gap-3 border-t border-hair px-3 py-1"
            onPress={() => onTick(id)}
          >
            {row}
          </Touch>
        ) : (
          <View
            key={terminal.id}
            className="min-h-thumb flex-row items-center gap-3 border-t border-hair px-3 py-1"
          >
            {row}
          </View>
        );
      })}
      {work.schools.tape && landings.some(({ ends }) => ends.length > 0) && (
        // The last step of a device, where one tapes: common practice, no rule either way.
        <Tick
          bare
          on={work.made.includes(tapeTick(face.key))}
          label="Tape round the terminals"
          until="Two turns over the screws, once all of them are tight."
          onPress={() => onTick(tapeTick(face.key))}
        />
      )}
    </View>
  );
}
