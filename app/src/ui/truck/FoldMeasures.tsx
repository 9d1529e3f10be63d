/** What folding assumes, and the parts a person measured: kept in the truck, used wherever a box is folded. */
import { CONNECTORS } from '@dense-pack/core/connector/connectors';
import { DEVICES } from '@dense-pack/core/box/words';
import { DEVICE_DEPTHS } from '@dense-pack/core/box/depth';
import { DEVICE_NAMES } from '@dense-pack/core/device/index';
import { CONNECTOR_EDGES } from '@dense-pack/core/fold/solids';
import { KitFold } from '@dense-pack/core/parts/kit';
import { showInches, sixtyFourths } from '@dense-pack/core/quantity/length';
import { useEffect, useRef } from 'react';
import { View } from 'react-native';
import { Fold } from '../parts/Fold';
import { Measure, tried } from '../parts/Measures';
import { Button } from '../parts/Press';
import { Words } from '../parts/Words';
import { kitNow, setKit, useKit } from './kit';
import { Rows } from './KitSettings';
import { edgesShown, edgesTyped, lengthTyped } from './typed';

const FIGURES = [
  { key: 'loose', label: 'Folded, conductors take × their room', step: 0.1, least: 1, most: 5 },
  { key: 'curled', label: 'Curled at rough-in, × their room', step: 0.5, least: 1, most: 8 },
  { key: 'spare', label: 'Depth wanted over, in', step: 0.125, least: 0, most: 2 },
  { key: 'router', label: 'A router reaches behind the front, in', step: 0.125, least: 0, most: 3 },
] as const;

/** Measures with another of one part; an empty field leaves it typical. */
function measured<T>(all: Readonly<Record<string, T>>, id: string, text: string, read: (text: string) => T) {
  const { [id]: _was, ...others } = all;
  return text.trim() === '' ? others : { ...others, [id]: read(text) };
}

const how = {
  reader: KitFold,
  onChange: (change: (fold: KitFold) => KitFold) => setKit({ fold: change(kitNow().fold) }),
};

export function FoldMeasures({ opened = false }: { readonly opened?: boolean }) {
  const { fold } = useKit();
  const ref = useRef<View>(null);
  useEffect(() => {
    // Whoever came from a fold has come for these.
    if (opened) (ref.current as unknown as Partial<Element> | null)?.scrollIntoView?.({ block: 'start' });
  }, [opened]);
  return (
    <View ref={ref}>
      <Fold title="What folding assumes" opened={opened}>
        <View className="gap-3 border-t border-hair p-3">
          <Words size="fine" tone="text-soft">
            Common practice, no source: measure the part in hand. An empty field is typical again. No verdict
            depends on them.
          </Words>
          <Rows
            figures={FIGURES}
            values={fold}
            onChange={(key, value) => setKit({ fold: { ...fold, [key]: value } })}
          />
          <Words heading={2} strong>
            Depth of a device behind its strap
          </Words>
          {DEVICE_NAMES.map((name) => (
            <Measure
              key={name}
              label={`${DEVICES[name]}, typical ${showInches(DEVICE_DEPTHS.value[name])} in`}
              value={fold.bodies[name] ?? ''}
              onEnd={(text) =>
                tried(how, (whole) => ({ ...whole, bodies: measured(whole.bodies, name, text, lengthTyped) }))
              }
            />
          ))}
          <Words heading={2} strong>
            Connectors, their three edges
          </Words>
          {CONNECTORS.map(({ id, name }) => (
            <Measure
              key={id}
              label={`${name}, typical ${CONNECTOR_EDGES.value(id)
                .map((edge) => showInches(sixtyFourths(edge)))
                .join(' × ')} in`}
              value={edgesShown(fold.connectors[id])}
              onEnd={(text) =>
                tried(how, (whole) => ({
                  ...whole,
                  connectors: measured<string[]>(
                    whole.connectors,
                    id,
                    text,
                    edgesTyped,
                  ) as KitFold['connectors'],
                }))
              }
            />
          ))}
          <Button label="Folding as it came" onPress={() => setKit({ fold: KitFold.parse({}) })} />
        </View>
      </Fold>
    </View>
  );
}
