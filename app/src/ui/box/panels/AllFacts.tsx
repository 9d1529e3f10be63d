/** Every fact of a box except its count: to answer what no question asks, and to correct a wrong answer. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { changeSite } from '@dense-pack/core/box/edit';
import { HANGINGS, type Looked, PLACES, SERVED, type Site } from '@dense-pack/core/box/site';
import { LOOKED_NAMES, PROTECTION_WORDS } from '@dense-pack/core/check/open-checks';
import { BREAKERS } from '@dense-pack/core/edition/index';
import { useState } from 'react';
import { ChipGroup, Choice, wordOptions } from '../../parts/Choice';
import { Fold } from '../../parts/Fold';
import { Chip } from '../../parts/Press';
import { LengthSteps } from '../fields/Measures';
import type { ChangeBox } from '../use-box-edit';
import { View } from '../../parts/View';

interface AllFactsProps {
  readonly box: BoxDocument;
  readonly onChange: ChangeBox;
}

const inches = (...lengths: readonly string[]) =>
  lengths.map((length) => ({ value: `${Number(length)} in`, label: FRACTIONS[length] ?? length }));
const FRACTIONS: Readonly<Record<string, string>> = {
  '0': 'none',
  '0.0625': '1/16',
  '0.125': '1/8',
  '0.25': '1/4',
  '0.375': '3/8',
  '0.5': '1/2',
  '0.75': '3/4',
  '1.25': '1 1/4',
  '1.5': '1 1/2',
  '2.125': '2 1/8',
  '2.5': '2 1/2',
  '2.875': '2 7/8',
  '3.5': '3 1/2',
};

/** Facts that are lengths, each with what one commonly measures, in inches. */
const LENGTHS = [
  ['depth', 'Inside depth of the box, in', inches('1.25', '1.5', '2.125', '2.5', '2.875', '3.5')],
  ['setback', 'Front behind the surface, in', inches('0', '0.125', '0.25', '0.375', '0.5', '0.75')],
  ['gap', 'Gap round the box, in', inches('0', '0.0625', '0.125', '0.25', '0.5')],
  ['free', 'Shortest free conductor, in', inches('3', '5', '6', '8')],
  ['past', 'Reaches past the opening, in', inches('2', '3', '4')],
  ['sheath', 'Sheath inside the box, in', inches('0', '0.25', '0.5', '1')],
  ['support', 'Nearest support, in', inches('4', '8', '12', '18')],
  ['edge', 'Hole to the stud’s face, in', inches('0.5', '1', '1.25', '1.5')],
  ['cavity', 'Depth of the wall cavity, in', inches('2.5', '3.5', '4', '5.5')],
  ['behind', 'What is behind the box, in', inches('0', '0.5', '0.75', '1.5', '2.5')],
] as const satisfies readonly (readonly [keyof Site, string, ReturnType<typeof inches>])[];

/** What the CEC asks of the place of a receptacle. */
const NEAR = [
  ['water', 'Sink, tub or shower within 1.5 m'],
  ['grade', 'Within 2.5 m of grade'],
] as const satisfies readonly (readonly [keyof Site, string])[];

/** Weights that boxes are marked with, and what hangs on them. */
const POUNDS = [20, 35, 50, 70, 100, 150].map((value) => ({ value, label: String(value) }));

export function AllFacts({ box, onChange }: AllFactsProps) {
  const site = box.site ?? {};
  const set = (change: Parameters<typeof changeSite>[1]) => onChange((now) => changeSite(now, change));
  return (
    <Fold title="All facts">
      <View className="gap-3 border-t border-hair p-3">
        <Choice
          title="Breaker, A"
          options={BREAKERS.map((value) => ({ value, label: String(value) }))}
          value={site.breaker}
          onChoose={(breaker) => set({ breaker })}
        />
        <Choice
          title="Place"
          options={wordOptions(PLACES)}
          value={site.place}
          onChoose={(place) => set({ place })}
        />
        <Choice
          title="Protected at the breaker or upstream by"
          options={wordOptions(PROTECTION_WORDS)}
          value={site.protected}
          onChoose={(ahead) => set({ protected: ahead })}
        />
        <Choice
          title="Receptacle serves"
          options={wordOptions(SERVED)}
          value={site.serves}
          onChoose={(serves) => set({ serves })}
        />
        {NEAR.map(([key, title]) => (
          <Choice
            key={key}
            title={title}
            options={[
              { value: 'near' as const, label: 'Yes' },
              { value: 'far' as const, label: 'No' },
            ]}
            value={site[key]}
            onChoose={(value) => set({ [key]: value })}
          />
        ))}
        <Choice
          title="Surface"
          options={[
            { value: 'combustible', label: 'burns', detail: 'wood' },
            { value: 'noncombustible', label: 'does not', detail: 'board, tile' },
          ]}
          value={site.finish}
          onChoose={(finish) => set({ finish })}
        />
        {LENGTHS.map(([key, title, options]) => (
          <LengthFact
            key={key}
            title={title}
            options={options}
            value={site[key]}
            onChoose={(length) => set({ [key]: length })}
          />
        ))}
        <Choice
          title="Entries for cables"
          options={[1, 2, 3, 4, 5, 6, 7, 8].map((value) => ({ value, label: String(value) }))}
          value={site.entries}
          onChoose={(entries) => set({ entries })}
        />
        <Choice
          title="Hangs on it"
          options={HANGINGS.map((value) => ({ value, label: value === 'fan' ? 'a fan' : 'over 50 lb' }))}
          value={site.hangs}
          onChoose={(hangs) => set({ hangs })}
        />
        <Choice
          title="Box is rated for"
          options={HANGINGS.map((value) => ({ value, label: value === 'fan' ? 'a fan' : 'over 50 lb' }))}
          value={site.rated}
          onChoose={(rated) => set({ rated })}
        />
        {site.hangs !== undefined && (
          <>
            <Choice
              title="Weighs, lb"
              options={POUNDS}
              value={site.weighs}
              onChoose={(weighs) => set({ weighs })}
            />
            <Choice
              title="Weight marked in the box, lb"
              options={POUNDS}
              value={site.holds}
              onChoose={(holds) => set({ holds })}
            />
          </>
        )}
        {site.exposed && (
          <Choice
            title="Something can hit the cable"
            options={[
              { value: 'likely' as const, label: 'Yes' },
              { value: 'unlikely' as const, label: 'No' },
            ]}
            value={site.damage}
            onChoose={(damage) => set({ damage })}
          />
        )}
        {site.right && (
          <LookedFacts
            title="Looked at and right"
            facts={site.right}
            onLeft={(right) => set({ right: right.length === 0 ? undefined : right })}
          />
        )}
        {site.wrong && (
          <LookedFacts
            title="Looked at and wrong"
            facts={site.wrong}
            onLeft={(wrong) => set({ wrong: wrong.length === 0 ? undefined : wrong })}
          />
        )}
        {(
          [
            ['plate', 'Steel plate over it'],
            ['exposed', 'Cable lies open'],
            ['bored', 'A plate was bored'],
            ['finished', 'Finished wall'],
            ['secured', 'Cables held by connectors of their own'],
            ['apart', 'What hangs is held apart from the box'],
          ] as const
        ).map(([key, title]) => (
          <Choice
            key={key}
            title={title}
            options={[{ value: true as const, label: 'Yes' }]}
            value={site[key]}
            onChoose={(value) => set({ [key]: value })}
          />
        ))}
      </View>
    </Fold>
  );
}

interface LookedFactsProps<F extends Looked> {
  readonly title: string;
  readonly facts: readonly F[];
  readonly onLeft: (left: F[]) => void;
}

/** What was looked at; a touch takes it back. */
function LookedFacts<F extends Looked>({ title, facts, onLeft }: LookedFactsProps<F>) {
  return (
    <ChipGroup title={title}>
      {facts.map((fact) => (
        <Chip
          key={fact}
          label={LOOKED_NAMES[fact]}
          on
          onPress={() => onLeft(facts.filter((one) => one !== fact))}
        />
      ))}
    </ChipGroup>
  );
}

interface LengthFactProps {
  readonly title: string;
  readonly options: ReturnType<typeof inches>;
  readonly value: string | undefined;
  readonly onChoose: (length: string | undefined) => void;
}

/** A length: one of the common ones with a touch, any other step by step. */
function LengthFact({ title, options, value, onChoose }: LengthFactProps) {
  const [stepping, setStepping] = useState(false);
  const common = options.some((one) => one.value === value);
  const steps = stepping || (value !== undefined && !common);
  const [first] = options;
  return (
    <View className="gap-1">
      <Choice
        title={title}
        options={[...options, { value: 'other', label: 'other' }]}
        value={steps ? 'other' : value}
        onChoose={(length) => {
          setStepping(length === 'other');
          if (length !== 'other') onChoose(steps && length === undefined ? undefined : length);
        }}
      />
      {steps && (
        <LengthSteps
          label={`${title}: step by step`}
          value={value}
          start={Number(first?.value.replace(' in', '')) || 1}
          most={24}
          onChange={onChoose}
        />
      )}
    </View>
  );
}
