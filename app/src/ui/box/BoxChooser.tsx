/** Choosing a box to fit in place of the one there: the plan packed in each, the best set side by side with it. */
import { newId } from '@dense-pack/core/box/new-id';
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { FoldAnswer } from '@dense-pack/core/fold/fold';
import {
  type BoxWish,
  type Choice as Boxes,
  chooseBoxes,
  type Fit,
  wishFor,
  withFolds,
} from '@dense-pack/core/parts/chooser';
import { type Kit, partsOf } from '@dense-pack/core/parts/kit';
import { FOLDS_WORDS } from '@dense-pack/core/fold/fold-words';
import { MATERIALS, MOUNTS } from '@dense-pack/core/box/words';
import type { Edition } from '@dense-pack/core/edition/edition';
import { boxDepth } from '@dense-pack/core/box/depth';
import { showAmount, unitName } from '@dense-pack/core/fill/amount';
import { type Tally, tally } from '@dense-pack/core/fill/tally';
import { type WorkRoom, workRoom } from '@dense-pack/core/fold/work-room';
import { damageWords } from '@dense-pack/core/remedy/remedy';
import { inches, showInches } from '@dense-pack/core/quantity/length';
import { showVolume, UNIT_NAMES } from '@dense-pack/core/quantity/volume';
import { useMemo, useState } from 'react';
import { Choice, plainOptions } from '../parts/Choice';
import { Fold } from '../parts/Fold';
import { Notice } from '../parts/Notice';
import { Button } from '../parts/Press';
import { Touch } from '../parts/Touch';
import { Words } from '../parts/Words';
import { VerdictLine } from '../tape/Verdict';
import { useFits } from '../stations/fold/use-folding';
import { useKit } from '../truck/kit';
import { Vessel } from '../vessel/Vessel';
import { View } from '../parts/View';

interface BoxChooserProps {
  readonly box: BoxDocument;
  readonly circuit: string;
  readonly edition: Edition;
  readonly onTake: (fixed: BoxDocument, words: readonly string[]) => void;
}

const DEPTHS = [1.5, 2.5, 3, 3.5].map((depth) => ({
  value: inches(depth),
  label: showInches(inches(depth)),
}));
const SHOWN = 24;

export function BoxChooser({ box, circuit, edition, onTake }: BoxChooserProps) {
  const kit = useKit();
  const [changed, setChanged] = useState<BoxWish>({});
  const [picked, setPicked] = useState<string>();
  const wish = useMemo(() => ({ ...wishFor(box), truck: kit.only, ...changed }), [box, kit.only, changed]);
  const { choice, here: foldsNow } = useChoice({ box, circuit, edition, kit, wish });
  const set = (change: WishChange) => setChanged((now) => ({ ...now, ...change }) as BoxWish);
  const take = ({ part, box: fixed }: Fit, why: string) =>
    onTake(fixed, [
      `Replace the box: ${part.name}, ${showVolume(part.volume, edition.unit)} ${UNIT_NAMES[edition.unit]}${part.typical ? ' (typical: read the stamp)' : ''}.`,
      `Why: ${why}.`,
    ]);
  const { smallest, deepest, wider, fits, leftOut } = choice;
  const here = useMemo(() => {
    const counted = tally(box, edition);
    return { box, counted, room: workRoom(box, edition, counted, kit.assumptions) };
  }, [box, edition, kit.assumptions]);
  const one = picked === undefined ? undefined : fits.find(({ part }) => part.id === picked);
  const left = Object.entries(leftOut).map(([why, count]) => `${count} ${why}`);
  const suggested = suggestions(smallest, deepest, wider);
  const more = one && suggested.every(({ fit }) => fit !== one) ? [{ title: 'Picked', fit: one }] : [];
  return (
    <View className="gap-3">
      <View className="flex-row flex-wrap gap-2">
        <Shown title="There now" {...here} folds={foldsNow} detail={thereWords(box, edition, here.counted)} />
        {[...suggested, ...more].map(({ title, fit }) => (
          <Shown
            key={title}
            title={title}
            {...fit}
            folds={fit.fold}
            name={fit.part.name}
            detail={`${volumeOf(fit, edition)}, ${showInches(fit.part.depth)} in deep`}
            notes={[
              `about ${fit.cost.minutes} min, ${damageWords(fit.cost)}`,
              ...(fit.with.length > 0 ? [`with ${fit.with.join(', ')}`] : []),
            ]}
            typical={fit.part.typical}
            main={fit === (deepest ?? smallest)}
            onTake={() =>
              take(
                fit,
                title === 'Picked' ? 'picked by hand' : title.charAt(0).toLowerCase() + title.slice(1),
              )
            }
          />
        ))}
      </View>
      {suggested.length === 0 && (
        <Notice title="No box of this choice is legal" tone="over">
          {`Of ${fits.length} boxes none holds what is planned and passes the checks. Change what you ask for below${wish.truck ? ', or look beyond the truck' : ''}, or take a cable out.`}
        </Notice>
      )}
      <WishForm wish={wish} onWish={set} />
      {left.length > 0 && <Words size="fine" tone="text-soft">{`Left out: ${left.join(', ')}.`}</Words>}
      <FitTiles fits={fits} edition={edition} picked={picked} onPick={setPicked} />
    </View>
  );
}

type WishChange = { readonly [K in keyof BoxWish]?: BoxWish[K] | undefined };

interface ChoiceOf {
  readonly box: BoxDocument;
  readonly circuit: string;
  readonly edition: Edition;
  readonly kit: Kit;
  readonly wish: BoxWish;
}

/** The boxes that may be chosen; whether each closes is worked out beside, and until then they are ranked by what is known. */
function useChoice({ box, circuit, edition, kit, wish }: ChoiceOf): {
  readonly choice: Boxes;
  /** Whether the box that is there folds. */
  readonly here: FoldAnswer | undefined;
} {
  const counted = useMemo(
    () => chooseBoxes(box, edition, partsOf(edition, kit), wish, kit, newId),
    [box, edition, kit, wish],
  );
  const legal = useMemo(
    () => [...new Set([...counted.fits, ...counted.beyond])].filter(({ good }) => good),
    [counted],
  );
  const question = useMemo(
    () => ({ boxes: [box, ...legal.map((fit) => fit.box)], circuit, edition: edition.id, kit }),
    [box, legal, circuit, edition.id, kit],
  );
  const folding = useFits(question);
  const told = folding && 'answer' in folding && !folding.pending ? folding.answer : undefined;
  const choice = useMemo(
    () =>
      told
        ? withFolds(
            counted,
            new Map(legal.flatMap(({ part }, nth) => [[part.id, told[nth + 1] ?? 'unknown'] as const])),
          )
        : counted,
    [counted, legal, told],
  );
  return { choice, here: told?.[0] };
}

interface WishFormProps {
  readonly wish: BoxWish;
  readonly onWish: (change: WishChange) => void;
}

/** What the box must be, one touch each. */
function WishForm({ wish, onWish: set }: WishFormProps) {
  return (
    <Fold title="What the box must be">
      <View className="gap-3 border-t border-hair p-3">
        <Choice
          title="Gangs"
          options={[1, 2, 3, 4].map((value) => ({ value, label: String(value) }))}
          value={wish.gangs}
          onChoose={(gangs) => set({ gangs })}
        />
        <Choice
          title="Fitted as"
          options={plainOptions(MOUNTS)}
          value={wish.mount}
          onChoose={(mount) => set({ mount })}
        />
        <Choice
          title="In a"
          options={plainOptions(['wall', 'ceiling'] as const)}
          value={wish.place}
          onChoose={(place) => set({ place })}
        />
        <Choice
          title="Made of"
          options={plainOptions(MATERIALS)}
          value={wish.material}
          onChoose={(material) => set({ material })}
        />
        <Choice
          title="Clamps inside"
          options={[
            { value: true, label: 'with' },
            { value: false, label: 'without' },
          ]}
          value={wish.clamps}
          onChoose={(clamps) => set({ clamps })}
        />
        <Choice
          title="Rated for"
          options={[
            { value: 'fan' as const, label: 'a fan' },
            { value: 'heavy' as const, label: 'over 50 lb' },
          ]}
          value={wish.rated}
          onChoose={(rated) => set({ rated })}
        />
        <Choice
          title="Depth the wall leaves, in"
          options={
            wish.depth === undefined || DEPTHS.some(({ value }) => value === wish.depth)
              ? DEPTHS
              : [...DEPTHS, { value: wish.depth, label: showInches(wish.depth) }]
          }
          value={wish.depth}
          onChoose={(depth) => set({ depth })}
        />
        <Choice
          title="From"
          options={[
            { value: false, label: 'any' },
            { value: true, label: 'the truck only' },
          ]}
          value={wish.truck}
          always
          onChoose={(truck) => set({ truck: truck === true })}
        />
      </View>
    </Fold>
  );
}

interface FitTilesProps {
  readonly fits: readonly Fit[];
  readonly edition: Edition;
  readonly picked: string | undefined;
  readonly onPick: (id: string | undefined) => void;
}

/** Every box that may be chosen, small, the plan packed in it. */
function FitTiles({ fits, edition, picked, onPick }: FitTilesProps) {
  return (
    <View className="flex-row flex-wrap gap-2">
      {fits.slice(0, SHOWN).map((fit) => (
        <Touch
          key={fit.part.id}
          aria-pressed={picked === fit.part.id}
          className={`w-[104px] grow items-center gap-1 rounded-card border p-2 active:opacity-70 ${picked === fit.part.id ? 'border-2 border-action bg-sunk' : 'border-line bg-sheet'}`}
          onPress={() => onPick(picked === fit.part.id ? undefined : fit.part.id)}
        >
          <View aria-hidden>
            <Vessel box={fit.box} counted={fit.counted} width={84} height={64} small />
          </View>
          {/* Blanks keep the lines words of their own for those who hear them. */}
          <Words size="fine" className="text-center">
            {`${fit.part.name} `}
          </Words>
          <Words mono size="fine">
            {`${volumeOf(fit, edition)} `}
          </Words>
          <Words size="fine" strong tone={fit.good && fit.fold !== 'no' ? 'text-legal' : 'text-over'}>
            {fit.good ? (fit.fold === undefined ? fit.room.answer : FOLDS_WORDS[fit.fold]) : sayWhyNot(fit)}
          </Words>
        </Touch>
      ))}
    </View>
  );
}

const volumeOf = ({ part }: Fit, { unit }: Edition) => `${showVolume(part.volume, unit)} ${UNIT_NAMES[unit]}`;
const sayWhyNot = ({ counted }: Fit) => (counted.verdict === 'legal' ? 'fails a check' : 'over');

/** What is told beside the box that is there; one box that is two of them is told once. */
function suggestions(smallest?: Fit, deepest?: Fit, wider?: Fit): { title: string; fit: Fit }[] {
  const named = [
    ...(smallest && smallest === deepest
      ? [{ title: 'Smallest legal, and the deepest', fit: smallest }]
      : [
          ...(smallest ? [{ title: 'Smallest that is legal', fit: smallest }] : []),
          ...(deepest ? [{ title: 'Deepest that fits', fit: deepest }] : []),
        ]),
    ...(wider ? [{ title: 'One gang wider, the deepest', fit: wider }] : []),
  ];
  return named;
}

/** The box that is there, its volume and its depth. */
function thereWords(box: BoxDocument, edition: Edition, { capacity, unit }: Tally): string {
  const depth = boxDepth(box, edition);
  return [
    capacity === null ? 'no legal volume' : `${showAmount(capacity, unit)} ${unitName(unit)}`,
    depth === null ? 'depth not known' : `${showInches(depth)} in deep`,
  ].join(', ');
}

interface ShownProps {
  readonly title: string;
  readonly box: BoxDocument;
  readonly counted: Tally;
  readonly room: WorkRoom;
  /** Whether it folds, once that is worked out. */
  readonly folds: FoldAnswer | undefined;
  readonly name?: string;
  readonly detail: string;
  readonly notes?: readonly string[];
  readonly typical?: boolean;
  readonly main?: boolean;
  readonly onTake?: () => void;
}

/** One box of those side by side. */
function Shown(props: ShownProps) {
  const {
    title,
    box,
    counted,
    room,
    folds,
    name,
    detail,
    notes = [],
    typical = false,
    main = false,
    onTake,
  } = props;
  return (
    <View
      className={`min-w-[150px] max-w-[49%] grow basis-[45%] gap-1 rounded-card border bg-sheet p-3 ${main ? 'border-2 border-action' : 'border-line'}`}
      testID={onTake ? 'suggestion' : 'there'}
    >
      <Words size="fine" strong>
        {title}
      </Words>
      <View className="items-center">
        <Vessel box={box} counted={counted} width={124} height={84} small />
      </View>
      {name !== undefined && <Words strong>{name}</Words>}
      <Words size="fine">{detail}</Words>
      <VerdictLine
        box={box}
        counted={counted}
        more={`${room.answer} to work in${folds === undefined ? '' : `, ${FOLDS_WORDS[folds]}`}`}
      />
      {notes.map((note) => (
        <Words key={note} size="fine" tone="text-soft">
          {note}
        </Words>
      ))}
      {typical && (
        <Words size="fine" tone="text-unknown">
          typical: read the stamp
        </Words>
      )}
      <View className="grow" />
      {onTake && (
        <Button
          label="Take it"
          aria-label={`Take it: ${name ?? title}`}
          kind={main ? 'main' : 'plain'}
          onPress={onTake}
        />
      )}
    </View>
  );
}
