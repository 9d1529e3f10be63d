/** How the plan comes from what was found: what stays closed, what is opened, and the steps in their order. */
import { type Disturbance, END_FATES, type EndFate } from '@dense-pack/core/plan/disturbance';
import { Chip } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { remade } from './Schools';
import type { ChangeWork } from './use-wiring';
import { View } from '../../parts/View';

interface WhatChangesProps {
  readonly disturbance: Disturbance;
  /** What an end is called. */
  readonly name: (end: string) => string;
  /** Nothing of what was found could be kept. */
  readonly anew: boolean;
  readonly onWork: ChangeWork;
}

export function WhatChanges({ disturbance, name, anew, onWork }: WhatChangesProps) {
  const { opened, found, steps, dead, ends } = disturbance;
  return (
    <View className="gap-2 rounded-card border-2 border-action bg-sheet p-3" testID="changes">
      <Words size="lead" strong>
        {openedWords(opened, found)}
      </Words>
      {anew && (
        <Words tone="text-unknown">Nothing of what was found could be kept: every joint is made anew.</Words>
      )}
      {steps.length === 0 && <Words>It stays as it was found.</Words>}
      <View role="list" aria-label="Steps" className="gap-1">
        {steps.map(({ words }, nth) => (
          <View
            key={words}
            role="listitem"
            className="flex-row gap-2 border-t border-hair py-1"
            testID="step"
          >
            <Words strong tone="text-soft" className="w-7 text-right">
              {String(nth + 1)}
            </Words>
            <Words className="min-w-0 flex-1">{words}</Words>
          </View>
        ))}
      </View>
      <Conductors ends={ends} name={name} />
      {dead.map((words) => (
        <Words key={words} tone="text-unknown">
          {`Dead: ${words}.`}
        </Words>
      ))}
      <View className="flex-row">
        <Chip
          label="Make every joint anew"
          detail="whatever was found"
          on={false}
          onPress={() => onWork((now) => ({ ...now, schools: remade(now.schools, true) }))}
        />
      </View>
    </View>
  );
}

/** What becomes of each conductor, those that are touched first. */
function Conductors({
  ends,
  name,
}: {
  readonly ends: Disturbance['ends'];
  readonly name: (end: string) => string;
}) {
  const fates = (Object.keys(END_FATES) as EndFate[]).filter((fate) => fate !== 'left');
  const left = [...ends.values()].filter((fate) => fate === 'left').length;
  return (
    <View className="gap-1" role="group" aria-label="What becomes of each conductor">
      {[...fates].map((fate) => {
        const mine = [...ends].filter(([, one]) => one === fate).map(([end]) => name(end));
        if (mine.length === 0) return null;
        return (
          <Words key={fate} size="fine">
            {`${END_FATES[fate].replace(/^./, (letter) => letter.toUpperCase())}: ${mine.join(', ')}.`}
          </Words>
        );
      })}
      {left > 0 && (
        <Words size="fine" tone="text-soft">
          {`${left} of ${ends.size} conductors are left where they are.`}
        </Words>
      )}
    </View>
  );
}

/** @example openedWords(1, 3) // 'Opens 1 of 3 joints' */
export function openedWords(opened: number, found: number): string {
  if (found === 0) return 'No joint was found to keep';
  if (opened === 0) return found === 1 ? 'The joint stays closed' : `All ${found} joints stay closed`;
  return `Opens ${opened} of ${found} ${found === 1 ? 'joint' : 'joints'}`;
}
