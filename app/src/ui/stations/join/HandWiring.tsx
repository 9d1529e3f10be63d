/** An existing wiring, entered joint by joint as it is found, and judged as a plan is. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { Wiring } from '@dense-pack/core/wiring/wiring';
import { CONNECTORS } from '@dense-pack/core/connector/connectors';
import type { Edition } from '@dense-pack/core/edition/edition';
import { withSleeve } from '@dense-pack/core/plan/likely';
import { cut, join, land, lift, takeApart, turnTab } from '@dense-pack/core/wiring/edit';
import { BOX_SCREW, type End, type JointId, type LandingEnd, tabName } from '@dense-pack/core/wiring/end';
import { isMetal, isWhite } from '@dense-pack/core/physical/pieces';
import { useState } from 'react';
import { Choice } from '../../parts/Choice';
import { Fold } from '../../parts/Fold';
import { Button, Chip } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { isLoose, placesLeft, toggled } from './hand-edit';
import { LikelyChoice } from './LikelyChoice';
import type { ChangeWork, Judged } from './use-wiring';
import { View } from '../../parts/View';

interface HandWiringProps {
  /** The box as it was found. */
  readonly box: BoxDocument;
  readonly circuit: string;
  readonly judged: Judged;
  readonly edition: Edition;
  readonly onWork: ChangeWork;
}

export function HandWiring({ box, circuit, judged, edition, onWork }: HandWiringProps) {
  const [chosen, setChosen] = useState<readonly End[]>([]);
  const { work, wiring } = judged;
  const name = (end: End) => judged.name(end).replace(/^the /, '');
  const set = (next: Wiring) => {
    setChosen([]);
    onWork((now) => ({ ...now, found: next }));
  };
  if (work.found === undefined)
    return <LikelyChoice box={box} circuit={circuit} edition={edition} empty onFound={set} />;
  const left = placesLeft(judged, wiring);
  const terminals = judged.faces.flatMap(({ terminals: own }) => own.map(({ id }) => id));
  const screws: LandingEnd[] = isMetal(box) ? [...terminals, BOX_SCREW] : terminals;
  const [only] = chosen;
  return (
    <View className="gap-3">
      <View className="gap-2 rounded-card border-2 border-action bg-sheet p-3" role="group" aria-label="Ends">
        <Words strong>
          {left.length === 0 ? 'Every end is placed' : 'Loose: touch those that belong together'}
        </Words>
        <View className="flex-row flex-wrap gap-2">
          {left.map((end) => (
            <Chip
              key={end}
              label={name(end)}
              on={chosen.includes(end)}
              onPress={() => setChosen(toggled(chosen, end))}
            />
          ))}
        </View>
        {chosen.length > 0 && (
          <Button
            label={chosen.length === 1 ? 'Cap it' : `Join these ${chosen.length}`}
            kind="main"
            onPress={() => set(join(wiring, chosen))}
          />
        )}
        {wiring.joints.length > 0 && chosen.length > 0 && (
          <Choice
            title="Add to joint"
            options={wiring.joints.map(({ id }, nth) => ({ value: id, label: String(nth + 1) }))}
            value={undefined as JointId | undefined}
            onChoose={(id) => id !== undefined && set(join(wiring, chosen, id))}
          />
        )}
        {only !== undefined && isLoose(only) && chosen.length === 1 && (
          <Choice
            title="Land it on"
            options={screws.map((value) => ({ value, label: name(value) }))}
            value={undefined as LandingEnd | undefined}
            onChoose={(at) => at !== undefined && set(land(wiring, only, at))}
          />
        )}
        <Button
          label="A pigtail more"
          onPress={() =>
            set(cut(wiring, { size: work.circuits[0]?.breaker === 15 ? 14 : 12, colour: 'black' }))
          }
        />
      </View>
      {wiring.joints.map((joint, nth) => (
        <View
          key={joint.id}
          className="gap-2 rounded-card border border-hair bg-sheet p-3"
          testID="hand-joint"
        >
          <Words strong>{`Joint ${nth + 1}: ${joint.ends.map(name).join(', ')}`}</Words>
          <Choice
            title="Connector"
            options={CONNECTORS.map(({ id, name: label }) => ({ value: id, label }))}
            value={joint.connectors[0]}
            onChoose={(id) =>
              set({
                ...wiring,
                joints: wiring.joints.map((one) =>
                  one.id === joint.id ? { ...one, connectors: id === undefined ? [] : [id] } : one,
                ),
              })
            }
          />
          <Button
            label="Take it apart"
            aria-label={`Take it apart: joint ${nth + 1}`}
            onPress={() => set(takeApart(wiring, joint.id))}
          />
        </View>
      ))}
      {wiring.lands.map(({ end, at }) => (
        <View
          key={`${end}${at}`}
          className="flex-row flex-wrap items-center gap-2 border-b border-hair"
          testID="hand-land"
        >
          <Words className="min-w-0 flex-1">{`${name(end)} on ${name(at)}`}</Words>
          <Chip
            label="in its push-in hole"
            on={wiring.backstabbed.includes(end)}
            onPress={() => set({ ...wiring, backstabbed: toggled(wiring.backstabbed, end) })}
          />
          <Chip
            label="off"
            aria-label={`Take off: ${name(end)}`}
            onPress={() => set(lift(wiring, { end, at }))}
          />
        </View>
      ))}
      {wiring.joints.length > 0 && (
        <Button
          label="The grounds are in a crimped sleeve"
          onPress={() => set(withSleeve(wiring, box, work))}
        />
      )}
      <Fold title="Broken tabs and marked whites">
        <View className="flex-row flex-wrap gap-2 border-t border-hair p-3">
          {judged.faces.flatMap(({ key, title, terminals }) =>
            [...new Set(terminals.flatMap(({ tab }) => tab ?? []))].map((tab) => (
              <Chip
                key={`${key}${tab}`}
                label={`${title}: ${tab} tab broken`}
                on={wiring.broken.includes(tabName(key, tab))}
                onPress={() => set(turnTab(wiring, tabName(key, tab)))}
              />
            )),
          )}
          {judged.lines
            .flatMap(({ wires }) => wires)
            .filter(({ colour }) => isWhite(colour))
            .map(({ id }) => (
              <Chip
                key={id}
                label={`${name(id)} marked as a hot`}
                on={wiring.marked.includes(id)}
                onPress={() => set({ ...wiring, marked: toggled(wiring.marked, id) })}
              />
            ))}
        </View>
      </Fold>
      <Button
        label="Begin anew"
        kind="danger"
        onPress={() => {
          setChosen([]);
          // Without a wiring the usual ones are offered again; undo brings this one back.
          onWork(({ found: _found, ...now }) => now);
        }}
      />
    </View>
  );
}
