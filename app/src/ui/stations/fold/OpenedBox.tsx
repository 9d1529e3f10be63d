/** The box opened: from the front by layers or down to a depth a thumb slides to, from the side, and step by step. */
import type { FoldPlace } from '@dense-pack/core/fold/contents';
import { foldSteps } from '@dense-pack/core/fold/fold-steps';
import { type GroundSide, turned } from '@dense-pack/core/fold/fold-words';
import type { Planned } from '@dense-pack/core/plan/planned';
import { showInches, sixtyFourths } from '@dense-pack/core/quantity/length';
import { foldFront, type Opened, tailsOf, turnedBox } from '@dense-pack/core/sheet/fold-picture';
import ChevronLeft from 'lucide-react-native/icons/chevron-left';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import Hand from 'lucide-react-native/icons/hand';
import { useMemo, useState } from 'react';
import { Choice } from '../../parts/Choice';
import { PlainPicture } from '../../parts/PlainPicture';
import { Button, IconPress } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { HandsBusy } from '../join/aloud/HandsBusy';
import { spokenSteps, toggled } from '../join/aloud/fold-steps';
import { DepthSlide } from './DepthSlide';
import type { Folded } from './fold-answers';
import { View } from '../../parts/View';

interface OpenedBoxProps {
  readonly fold: Folded;
  readonly inside: Opened;
  readonly planned: Planned;
  readonly ground: GroundSide;
  readonly room: number;
}

interface Stage {
  readonly name: string;
  readonly lit: readonly FoldPlace[];
}

/** What is laid at each step, from the back: the joints of a layer, then its folds; the devices last. */
function stagesOf(places: readonly FoldPlace[]): Stage[] {
  const stages = (['ground', 'neutral', 'hot'] as const).map((layer) => ({
    name: { ground: 'Grounds', neutral: 'Neutrals', hot: 'Hots' }[layer],
    lit: places.filter((place) => place.layer === layer),
  }));
  return [...stages, { name: 'Devices', lit: places.filter(({ is }) => is === 'device') }].filter(
    ({ lit }) => lit.length > 0,
  );
}

/** How it is looked at: as it is made up, layer by layer, or down to a depth. */
type Look = { readonly layer: number } | { readonly depth: number };

export function OpenedBox({ fold, inside, planned, ground, room }: OpenedBoxProps) {
  const [look, setLook] = useState<Look>({ layer: 0 });
  const [busy, setBusy] = useState(false);
  const [done, setDone] = useState<ReadonlySet<string>>(new Set());
  const box = useMemo(() => turnedBox(inside, ground), [inside, ground]);
  const places = useMemo(
    () => turned(fold.places, inside.width, inside.height, ground),
    [fold.places, inside, ground],
  );
  const tails = useMemo(() => tailsOf(planned), [planned]);
  const stages = stagesOf(places);
  const layer = 'layer' in look ? Math.min(look.layer, stages.length - 1) : undefined;
  const cut = 'depth' in look ? Math.min(look.depth, box.depth) : undefined;
  const laid =
    cut === undefined
      ? stages.slice(0, (layer ?? 0) + 1).flatMap(({ lit }) => lit)
      : places.filter(({ z }) => z < cut);
  const lit = new Set(
    cut === undefined
      ? stages[layer ?? 0]?.lit.map(({ what }) => what)
      : laid.filter(({ z, depth }) => z + depth >= cut).map(({ what }) => what),
  );
  const steps = foldSteps(places, box.width, box.height, planned);
  const at = layer ?? (cut === box.depth ? stages.length - 1 : 0);
  const title =
    cut === undefined
      ? `${stages[at]?.name ?? ''}, ${at + 1} of ${stages.length} from the back`
      : `${showInches(sixtyFourths(cut))} in from the back`;
  return (
    <View className="gap-3">
      <View className="flex-row items-center justify-between">
        <IconPress
          label="Towards the back"
          icon={ChevronLeft}
          disabled={at === 0}
          onPress={() => setLook({ layer: at - 1 })}
        />
        <View className="items-center">
          <Words strong testID="fold-layer">
            {title}
          </Words>
        </View>
        <IconPress
          label="Towards the front"
          icon={ChevronRight}
          disabled={at === stages.length - 1}
          onPress={() => setLook({ layer: at + 1 })}
        />
      </View>
      <View className="items-center">
        <PlainPicture picture={foldFront(box, laid, { lit, tails }, room)} width={room} on="screen" />
      </View>
      <Choice
        title="Layers, from the back"
        options={stages.map(({ name }, nth) => ({ value: nth, label: name }))}
        value={layer ?? -1}
        always
        even
        onChoose={(nth) => nth !== undefined && setLook({ layer: nth })}
      />
      <Words heading={2} strong>
        From the side: slide to look into a depth
      </Words>
      <View className="items-center">
        <DepthSlide
          inside={box}
          places={places}
          depthLeft={fold.depthLeft}
          cut={cut ?? Math.max(...laid.map(({ z, depth }) => z + depth), 0)}
          width={room}
          onDepth={(depth) => setLook({ depth })}
        />
      </View>
      <Button label="Both hands busy" icon={Hand} onPress={() => setBusy(true)} />
      {busy && (
        <HandsBusy
          steps={spokenSteps(steps)}
          made={done}
          onTick={(id) => setDone((before) => toggled(before, id))}
          onClose={() => setBusy(false)}
        />
      )}
      <View className="gap-1 rounded-card border border-hair bg-sheet px-3 py-2">
        <Words heading={2} strong>
          In this order
        </Words>
        {steps.map(({ id, lay }, nth) => (
          <Words key={id}>{`${nth + 1}. ${lay.charAt(0).toUpperCase()}${lay.slice(1)}.`}</Words>
        ))}
      </View>
    </View>
  );
}
