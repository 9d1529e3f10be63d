/** Fold: the box opened layer by layer, from the back; what is in the way and what would help. An estimate, beside the verdict. */
import { type Roles, withRoles } from '@dense-pack/core/run/linked-roles';
import type { Edition } from '@dense-pack/core/edition/edition';
import {
  FOLD_ANSWERS,
  foldWhyWords,
  GROUND_SIDES,
  type GroundSide,
  tape,
} from '@dense-pack/core/fold/fold-words';
import { helpWords } from '@dense-pack/core/fold/help';
import type { Planned } from '@dense-pack/core/plan/planned';
import { useMemo, useState } from 'react';
import type { ChangeBox } from '../../box/use-box-edit';
import type { ShownBox } from '../../client/queries';
import { GangRow } from '../../gangs/GangRow';
import { Choice } from '../../parts/Choice';
import { Notice } from '../../parts/Notice';
import { Button } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { useKit } from '../../truck/kit';
import { Planning } from '../join/Planning';
import { useWiring } from '../join/use-wiring';
import { Answer, Assumed } from './Answer';
import type { Folded, FoldingAnswer } from './fold-answers';
import { OpenedBox } from './OpenedBox';
import { RoughInView } from './RoughInView';
import { useFolding } from './use-folding';
import { View } from '../../parts/View';

interface FoldStationProps {
  readonly box: ShownBox;
  readonly edition: Edition;
  /** Roles of cables that follow from their links in the run. */
  readonly roles?: Roles | undefined;
  readonly width: number;
  readonly onBox: ChangeBox;
}

const WHEN = [
  { value: 'made up', label: 'Made up' },
  { value: 'rough-in', label: 'Rough-in' },
] as const;

export function FoldStation(props: FoldStationProps) {
  const [when, setWhen] = useState<(typeof WHEN)[number]['value']>('made up');
  return (
    <View className="gap-3">
      <Choice
        title="When"
        options={WHEN}
        value={when}
        always
        even
        onChoose={(value) => setWhen(value ?? 'made up')}
      />
      {when === 'made up' ? <MadeUp {...props} /> : <RoughInView {...props} />}
    </View>
  );
}

function MadeUp(props: FoldStationProps) {
  const { box, edition, roles } = props;
  const kit = useKit();
  const shown = useWiring(withRoles(box.box, roles), box.circuit, edition, 'plan');
  const question = useMemo(
    () => ({ box: withRoles(box.box, roles), circuit: box.circuit, edition: edition.id, kit }),
    [box.box, roles, box.circuit, edition.id, kit],
  );
  const folding = useFolding(question);
  if (!shown || 'failed' in shown) return <Planning failed={shown?.failed} />;
  if (!folding || 'failed' in folding)
    return folding ? (
      <Notice title="Folding failed here">{`${folding.failed} Judge the depth by hand.`}</Notice>
    ) : (
      <Words tone="text-soft" role="status">
        ThreeWayMerge every connector…
      </Words>
    );
  return <Answered {...props} planned={shown.judged} answer={folding.answer} />;
}

type AnsweredProps = FoldStationProps & { readonly planned: Planned; readonly answer: FoldingAnswer };

function Answered({ box, width, onBox, planned, answer: { fold, helps, later } }: AnsweredProps) {
  const [ground, setGround] = useState<GroundSide>('down');
  const titleOf = (id: string) => planned.faces.find((face) => face.item.id === id)?.title;
  return (
    <>
      <Answer fits={fold.fits} left={fold.depthLeft} why={fold.why.map(foldWhyWords)} />
      {fold.inside && fold.places.length > 0 && (
        <OpenedBox
          fold={fold}
          inside={fold.inside}
          planned={planned}
          ground={ground}
          room={Math.min(width - 32, 520)}
        />
      )}
      {fold.places.length > 0 && (
        <Choice
          title="The ground of the devices"
          options={GROUND_SIDES.map((side) => ({ value: side, label: side }))}
          value={ground}
          always
          even
          onChoose={(side) => side && setGround(side)}
        />
      )}
      <Helps helps={helps} onBox={onBox} />
      {later && <Later later={later} />}
      <GangRow box={box.box} titleOf={titleOf} onBox={onBox} />
      <Assumed words={fold.assumed} />
    </>
  );
}

interface HelpsProps {
  readonly helps: FoldingAnswer['helps'];
  readonly onBox: ChangeBox;
}

function Helps({ helps, onBox }: HelpsProps) {
  if (helps.length === 0) return null;
  return (
    <View className="gap-2" role="group" aria-label="What would help">
      <Words heading={2} strong>
        What would help, best first
      </Words>
      {helps.map((help) => {
        const { kind, fold: other, box: ordered } = help;
        const said = `${helpWords(help)}: ${FOLD_ANSWERS[other.fits].toLowerCase()}${other.depthLeft === undefined ? '' : `, ${tape(other.depthLeft)} left over`}`;
        return ordered ? (
          <Button
            key={kind}
            label={said}
            onPress={() => onBox((now) => ({ ...now, items: reordered(now.items, ordered.items) }))}
          />
        ) : (
          <View key={kind} className="rounded-card border border-hair bg-sheet px-3 py-2">
            <Words>{said}</Words>
          </View>
        );
      })}
    </View>
  );
}

/** The devices of a box in the order another has them; what is not in the other stays. */
function reordered<T extends { readonly id: string; readonly kind: string }>(
  items: readonly T[],
  other: readonly { readonly id: string; readonly kind: string }[],
): T[] {
  const order = other.filter(({ kind }) => kind === 'device').map(({ id }) => id);
  const devices = items
    .filter(({ kind }) => kind === 'device')
    .sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id));
  let nth = 0;
  return items.map((item) => (item.kind === 'device' ? (devices[nth++] ?? item) : item));
}

/** Whether deeper switches would have room in the same box one day. */
function Later({ later }: { readonly later: Folded }) {
  const [asked, setAsked] = useState(false);
  if (!asked) return <Button label="Room for smart switches later?" onPress={() => setAsked(true)} />;
  return (
    <Notice
      title={`With smart switches, 1½ in deep: ${FOLD_ANSWERS[later.fits].toLowerCase()}`}
      tone={later.fits === 'yes' ? 'quiet' : later.fits === 'no' ? 'over' : 'unknown'}
    >
      {[
        ...(later.depthLeft === undefined ? [] : [`${tape(later.depthLeft)} of depth left over.`]),
        ...later.why.map(foldWhyWords),
      ].join(' ')}
    </Notice>
  );
}
