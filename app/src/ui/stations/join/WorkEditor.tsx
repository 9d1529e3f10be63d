/** What the box does, in trade words, a few touches a cable. */
import { BREAKERS } from '@dense-pack/core/edition/index';
import { nameOfCircuit } from '@dense-pack/core/physical/circuits';
import { Choice } from '../../parts/Choice';
import { Field } from '../../parts/Field';
import { Fold } from '../../parts/Fold';
import { Button } from '../../parts/Press';
import { Touch } from '../../parts/Touch';
import { Words } from '../../parts/Words';
import { deviceWords, runWords } from './does-words';
import type { ToldProps } from './HeldPanel';
import { nextCircuit, said } from './say';
import { Schools } from './Schools';
import { View } from '../../parts/View';

interface WorkEditorProps extends ToldProps {
  /** Pieces whose role nobody recorded. */
  readonly assumed: ReadonlySet<string>;
  /** Cables whose role follows from their link in the run. */
  readonly linked: ReadonlySet<string>;
}

export function WorkEditor({ work, lines, faces, assumed, linked, onWork, held, onHold }: WorkEditorProps) {
  const asked = faces.filter((face) => face.terminals.length > 0);
  return (
    <View className="gap-3">
      <View className="rounded-card border border-hair bg-sheet" role="list" aria-label="What each does">
        {lines.map((line) => (
          <Row
            key={line.key}
            name={line.name}
            words={runWords(line, work, faces)}
            assumed={assumed.has(line.key)}
            linked={linked.has(line.key)}
            on={held?.key === line.key}
            onPress={() => onHold({ what: 'cable', key: line.key })}
          />
        ))}
        {asked.map((face) => (
          <Row
            key={face.key}
            name={face.title}
            words={deviceWords(face, work, faces)}
            assumed={assumed.has(face.key)}
            on={held?.key === face.key}
            onPress={() => onHold({ what: 'device', key: face.key })}
          />
        ))}
      </View>
      <Circuits work={work} onWork={onWork} />
      <Schools schools={work.schools} onWork={onWork} />
    </View>
  );
}

interface RowProps {
  readonly name: string;
  readonly words: string;
  /** Nobody said so yet. */
  readonly assumed: boolean;
  /** It follows from a link in the run. */
  readonly linked?: boolean;
  readonly on: boolean;
  readonly onPress: () => void;
}

/** One of those in the drawing, with what it does: touching it is touching it there. */
const Row = ({ name, words, assumed, linked = false, on, onPress }: RowProps) => (
  <View role="listitem" className={assumed ? 'border border-dashed border-unknown' : 'border-b border-hair'}>
    <Touch
      role="button"
      aria-pressed={on}
      className={`min-h-thumb flex-row flex-wrap items-center gap-x-2 px-3 py-1 active:opacity-70 ${on ? 'bg-sunk' : ''}`}
      onPress={onPress}
    >
      <Words strong tone={on ? 'text-action' : 'text-ink'}>
        {`${name.charAt(0).toUpperCase()}${name.slice(1)} `}
      </Words>
      <Words size="fine" tone="text-soft">
        {words}
      </Words>
      {assumed && (
        <Words size="fine" strong tone="text-unknown">
          assumed
        </Words>
      )}
      {linked && (
        <Words size="fine" tone="text-soft">
          as its link in the run says
        </Words>
      )}
    </Touch>
  </View>
);

function Circuits({ work, onWork }: Pick<ToldProps, 'work' | 'onWork'>) {
  const next = nextCircuit(work);
  const set = (id: string, change: object) =>
    onWork((now) => ({
      ...now,
      circuits: now.circuits.map((one) => (one.id === id ? said({ ...one, ...change }) : one)),
    }));
  return (
    <Fold title={work.circuits.length === 1 ? nameOfCircuit(work, 'a') : `${work.circuits.length} circuits`}>
      <View className="gap-3 border-t border-hair p-3">
        {work.circuits.map(({ id, name, breaker, partner }) => (
          <View key={id} className="gap-2">
            <Field
              label={`Name of circuit ${id.toUpperCase()} in the panel`}
              defaultValue={name}
              onEnd={(text) => set(id, { name: text.slice(0, 80) })}
            />
            <Choice
              title={`Breaker of ${nameOfCircuit(work, id)}, A`}
              options={BREAKERS.map((value) => ({ value, label: String(value) }))}
              value={breaker}
              onChoose={(value) => set(id, { breaker: value })}
            />
            {work.circuits.length > 1 && (
              <Choice
                title="Shares its neutral with (multiwire)"
                options={work.circuits
                  .filter((one) => one.id !== id)
                  .map((one) => ({ value: one.id, label: nameOfCircuit(work, one.id) }))}
                value={partner}
                onChoose={(value) => set(id, { partner: value })}
              />
            )}
          </View>
        ))}
        {next !== undefined && (
          <Button
            label="Another circuit in this box"
            onPress={() => onWork((now) => ({ ...now, circuits: [...now.circuits, { id: next, name: '' }] }))}
          />
        )}
      </View>
    </Fold>
  );
}
