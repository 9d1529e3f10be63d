/** The connectors at hand: plenty of a kind, none, or so many. */
import { CONNECTORS } from '@dense-pack/core/connector/connectors';
import { Fold } from '../parts/Fold';
import { Chip, Stepper } from '../parts/Press';
import { Words } from '../parts/Words';
import { setKit, useKit } from './kit';
import { View } from '../parts/View';

export function ConnectorStock() {
  const { connectors } = useKit();
  const set = (id: string, count: number | undefined) => {
    const { [id]: _before, ...others } = connectors;
    setKit({ connectors: count === undefined ? others : { ...others, [id]: count } });
  };
  return (
    <Fold title="Connectors">
      <View className="gap-2 border-t border-hair p-3">
        <Words size="fine" tone="text-soft">
          What each holds is typical, common practice: the package governs. A splice plan uses what is here.
        </Words>
        {CONNECTORS.map(({ id, name }) => {
          const count = connectors[id];
          return (
            <View key={id} className="flex-row flex-wrap items-center gap-2" role="group" aria-label={name}>
              <Words className="min-w-[120px] flex-1">{name}</Words>
              <Chip
                label="plenty"
                aria-label={`plenty: ${name}`}
                on={count === undefined}
                onPress={() => set(id, count === undefined ? 10 : undefined)}
              />
              {count !== undefined && (
                <Stepper label={name} value={count} most={999} onChange={(next) => set(id, next)} />
              )}
            </View>
          );
        })}
      </View>
    </Fold>
  );
}
