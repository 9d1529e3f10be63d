/** Search, filters and the order of the list. */
import { Choice, wordOptions } from '../parts/Choice';
import { Field } from '../parts/Field';
import { Fold } from '../parts/Fold';
import { Chip } from '../parts/Press';
import {
  distinct,
  FILTERS,
  type Filter,
  isShownBy,
  type Listed,
  SORTS,
  type Sort,
  type Wish,
} from './box-list';
import { View } from '../parts/View';

interface ListToolsProps {
  readonly boxes: readonly Listed[];
  readonly wish: Wish;
  readonly onWish: (wish: Wish) => void;
  /** There is room for the search and the filters in one row. */
  readonly wide: boolean;
}

/** Shown only where there are such boxes. */
const IF_ANY: readonly Filter[] = ['violation', 'open'];

export function ListTools({ boxes, wish, onWish, wide }: ListToolsProps) {
  const rooms = distinct(boxes, 'room');
  const circuits = distinct(boxes, 'circuit');
  const filters = (Object.keys(FILTERS) as Filter[]).filter(
    (filter) => !IF_ANY.includes(filter) || wish.filter === filter || boxes.some(isShownBy[filter]),
  );
  return (
    <View className="gap-3" role="region" aria-label="Find boxes">
      <View className={wide ? 'flex-row items-end gap-3' : 'gap-3'}>
        <View className={wide ? 'grow basis-0' : ''}>
          <Field
            label="Search boxes"
            value={wish.search}
            onChangeText={(search) => onWish({ ...wish, search })}
            placeholder="name, room, circuit, note"
            inputMode="search"
          />
        </View>
        <View
          className={`flex-row flex-wrap gap-2 ${wide ? 'grow basis-0' : ''}`}
          role="group"
          aria-label="Show"
        >
          {filters.map((filter) => (
            <Chip
              key={filter}
              label={FILTERS[filter]}
              detail={String(boxes.filter(isShownBy[filter]).length)}
              className="grow"
              on={wish.filter === filter}
              onPress={() => onWish({ ...wish, filter })}
            />
          ))}
        </View>
      </View>
      <Fold title="Order, room and circuit">
        <View className="gap-3 border-t border-hair p-3">
          <Choice<Sort>
            title="Order"
            options={wordOptions(SORTS)}
            value={wish.sort}
            always
            onChoose={(sort) => sort && onWish({ ...wish, sort })}
          />
          {rooms.length > 0 && (
            <Choice
              title="Room"
              options={rooms.map((value) => ({ value, label: value }))}
              value={wish.room}
              onChoose={(room) => onWish({ ...wish, room })}
            />
          )}
          {circuits.length > 0 && (
            <Choice
              title="Circuit"
              options={circuits.map((value) => ({ value, label: value }))}
              value={wish.circuit}
              onChoose={(circuit) => onWish({ ...wish, circuit })}
            />
          )}
        </View>
      </Fold>
    </View>
  );
}
