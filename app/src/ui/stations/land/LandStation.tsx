/** Land: each device's face with its terminals, what lands where, and a tick for each as it is landed. */
import { comesOut } from '@dense-pack/core/box/comes-out';
import { gangsOf, gangWords } from '@dense-pack/core/box/gangs';
import { type Roles, withRoles } from '@dense-pack/core/run/linked-roles';
import type { Edition } from '@dense-pack/core/edition/edition';
import type { Panel } from '@dense-pack/core/box/panel';
import { TORQUE } from '@dense-pack/core/plan/landings';
import Hand from 'lucide-react-native/icons/hand';
import { useState } from 'react';
import type { ChangeBoth } from '../../box/use-box-edit';
import type { ShownBox } from '../../client/queries';
import { Notice } from '../../parts/Notice';
import { Button } from '../../parts/Press';
import { useKit } from '../../truck/kit';
import { HandsBusy } from '../join/aloud/HandsBusy';
import { landSteps } from '../join/aloud/steps';
import { FaceCard } from '../join/FaceCard';
import { ProofBand } from '../join/ProofBand';
import { Planning } from '../join/Planning';
import { tickWork, useWiring } from '../join/use-wiring';
import { View } from '../../parts/View';

interface LandStationProps {
  readonly box: ShownBox;
  readonly edition: Edition;
  /** Roles of cables that follow from their links in the run. */
  readonly roles?: Roles | undefined;
  readonly panel?: Panel | undefined;
  readonly onBoth: ChangeBoth;
}

export function LandStation({ box, edition, panel, roles, onBoth }: LandStationProps) {
  const kit = useKit();
  const [busy, setBusy] = useState(false);
  const shown = useWiring(
    withRoles(box.box, roles),
    box.circuit,
    edition,
    'plan',
    box.seen.made,
    comesOut(box),
  );
  const tick = tickWork(onBoth, box.circuit, edition, kit, roles);
  if (!box.box.items.some(({ kind }) => kind === 'device'))
    return <Notice title="No device to land on">Add the devices of this box first.</Notice>;
  if (!shown || 'failed' in shown) return <Planning failed={shown?.failed} />;
  const { judged, pending } = shown;
  const steps = landSteps(judged);
  const gangs = gangsOf(box.box);
  return (
    <View className="gap-3">
      <ProofBand judged={judged} mode="plan" pending={pending} panel={panel} />
      {steps.length > 0 && <Button label="Both hands busy" icon={Hand} onPress={() => setBusy(true)} />}
      {busy && (
        <HandsBusy
          steps={steps}
          made={new Set(judged.work.made)}
          onTick={tick}
          onClose={() => setBusy(false)}
        />
      )}
      {judged.faces.map((face) => {
        const gang = gangs.length > 1 ? gangs.find(({ item }) => item.id === face.item.id) : undefined;
        return (
          <FaceCard
            key={face.key}
            judged={judged}
            face={face}
            gang={gang && gangWords(gang, box.box.shell.gangs)}
            onTick={tick}
          />
        );
      })}
      <Notice title="Tightening">
        {`Torque ${TORQUE}. One conductor under a screw, looped clockwise, insulation up to the head and not under it; under a clamp plate it lies straight, stripped by the gauge on the device. Fold grounds to the back, then neutrals, hots last; the screws are not a press.`}
      </Notice>
    </View>
  );
}
