/** Land: each device's face with its terminals, what lands where, and a tick for each as it is landed. */
import type { Edition } from '@dense-pack/core/edition/edition';
import { landingsOf, TORQUE } from '@dense-pack/core/terminal/landings';
import { endName } from '@dense-pack/core/terminal/rules';
import Check from 'lucide-react-native/icons/square-check';
import Empty from 'lucide-react-native/icons/square';
import { View } from 'react-native';
import type { ChangeBox } from '../box/use-box-edit';
import type { ShownBox } from '../client/queries';
import { Notice } from '../parts/Notice';
import { Touch } from '../parts/Touch';
import { Words } from '../parts/Words';
import { useColours } from '../theme/theme';
import { useKit } from '../truck/kit';
import { FaceDrawing } from './FaceDrawing';
import { ProofBand } from './ProofBand';
import { changeWork, useWiring } from './use-wiring';

interface LandStationProps {
  readonly box: ShownBox;
  readonly edition: Edition;
  readonly onBox: ChangeBox;
}

export function LandStation({ box, edition, onBox }: LandStationProps) {
  const colours = useColours();
  const kit = useKit();
  const judged = useWiring(box.box, box.circuit, edition, 'plan');
  const { work, wiring, model } = judged;
  const onWork = changeWork(onBox, box.circuit, edition, kit);
  const tick = (id: string) =>
    onWork((now) => ({
      ...now,
      made: now.made.includes(id) ? now.made.filter((one) => one !== id) : [...now.made, id],
    }));
  if (model.faces.length === 0)
    return <Notice title="No device to land on">Add the devices of this box first.</Notice>;
  return (
    <View className="gap-3">
      <ProofBand judged={judged} mode="plan" />
      {model.faces.map((face) => {
        const { landings, broken } = landingsOf(face, wiring);
        return (
          <View key={face.key} className="rounded-card border border-hair bg-sheet" testID="face">
            <View className="flex-row items-center gap-3 border-b border-hair p-3">
              <FaceDrawing face={face} landings={landings} broken={broken} />
              <View className="min-w-0 flex-1 gap-1">
                <Words heading={2} strong>
                  {face.title.charAt(0).toUpperCase() + face.title.slice(1)}
                </Words>
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
            {landings.map(({ terminal, ends, joint, how }) => {
              const id = `land:${terminal.id}`;
              const [end] = ends;
              const done = work.made.includes(id);
              const Box = done ? Check : Empty;
              const nth = wiring.joints.findIndex((one) => one.ends.includes(end ?? ''));
              const what =
                joint !== undefined
                  ? `in joint ${wiring.joints.findIndex((one) => one.id === joint) + 1}`
                  : end === undefined
                    ? 'nothing'
                    : end.startsWith('p:')
                      ? `pigtail from joint ${nth + 1}`
                      : endName(end, box.box, work);
              const row = (
                <>
                  {end !== undefined || joint !== undefined ? (
                    <Box size={24} color={done ? colours.legal : colours.ink} aria-hidden />
                  ) : (
                    <View className="w-6" />
                  )}
                  <View className="min-w-0 flex-1">
                    <Words strong>{`${terminal.name.replaceAll('-', ' ')}: ${what}`}</Words>
                    <Words size="fine" tone="text-soft">
                      {how}
                    </Words>
                  </View>
                </>
              );
              return end !== undefined || joint !== undefined ? (
                <Touch
                  key={terminal.id}
                  role="checkbox"
                  aria-checked={done}
                  className="min-h-[52px] flex-row items-center gap-3 border-t border-hair px-3 py-1"
                  onPress={() => tick(id)}
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
          </View>
        );
      })}
      <Notice title="Tightening">
        {`Torque ${TORQUE}. One conductor under a screw, looped clockwise, insulation up to the head and not under it. Fold grounds to the back, then neutrals, hots last; the screws are not a press.`}
      </Notice>
    </View>
  );
}
