/** The boxes of a job as a table on a wide screen: sorted by its columns, many chosen, many changed at once. */
import { naturally } from '@dense-pack/core/box/natural-order';
import { STAGES } from '@dense-pack/core/box/words';
import type { Job } from '@dense-pack/core/box/record';
import { editionOf } from '@dense-pack/core/edition/index';
import { type Amount, showAmount, unitName } from '@dense-pack/core/fill/amount';
import {
  createColumnHelper,
  createSortedRowModel,
  rowSelectionFeature,
  rowSortingFeature,
  type SortFn,
  tableFeatures,
  useTable,
} from '@tanstack/react-table';
import ArrowDown from 'lucide-react-native/icons/arrow-down';
import ArrowUp from 'lucide-react-native/icons/arrow-up';
import Check from 'lucide-react-native/icons/square-check';
import Empty from 'lucide-react-native/icons/square';
import { Link } from 'expo-router';
import type { ComponentType, ReactNode } from 'react';
import { Touch } from '../parts/Touch';
import type { VirtualRowsProps } from '../parts/VirtualRows';
import { Words } from '../parts/Words';
import { VerdictWords } from '../tape/Verdict';
import { useColours } from '../theme/theme';
import { fullness, type Listed } from './box-list';
import { moreWords } from './BoxCard';
import { boxHref } from './hrefs';
import { ManyBar } from './ManyBar';
import { View } from '../parts/View';

interface BoxTableProps {
  readonly job: Pick<Job, 'id' | 'edition'>;
  readonly list: readonly Listed[];
  /** Draws the rows that can be seen: handed in, for the job has it already. */
  readonly Rows: ComponentType<VirtualRowsProps>;
}

const natural: SortFn<typeof features, Listed> = (a, b, id) =>
  naturally(a.getValue<string>(id), b.getValue<string>(id));
const features = tableFeatures({
  rowSelectionFeature,
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
});
const helper = createColumnHelper<typeof features, Listed>();

const amount = (value: number | null, { counted }: Listed) =>
  value === null
    ? '—'
    : `${value < 0 ? '−' : ''}${showAmount(Math.abs(value) as Amount, counted.unit)} ${unitName(counted.unit)}`;

/** Share of the width each column has; the figures stand right. */
const WIDTHS: Readonly<Record<string, { grow: number; right?: true }>> = {
  name: { grow: 3 },
  room: { grow: 2 },
  circuit: { grow: 1 },
  edition: { grow: 1.4 },
  stage: { grow: 1.2 },
  fill: { grow: 1.2, right: true },
  volume: { grow: 1.2, right: true },
  margin: { grow: 1.3, right: true },
  verdict: { grow: 2.6 },
  wrong: { grow: 1, right: true },
};

const columns = helper.columns([
  helper.accessor(({ box }) => box.name, { id: 'name', header: 'Box', sortFn: natural }),
  helper.accessor(({ box }) => box.room, { id: 'room', header: 'Room', sortFn: natural }),
  helper.accessor(({ box }) => box.circuit, { id: 'circuit', header: 'Circuit', sortFn: natural }),
  helper.accessor(({ counted }) => editionOf(counted.edition).name, {
    id: 'edition',
    header: 'Edition',
    sortFn: natural,
  }),
  helper.accessor(({ box }) => STAGES[box.stage], { id: 'stage', header: 'State', sortFn: natural }),
  helper.accessor(({ counted }) => counted.fill as number, { id: 'fill', header: 'Fill' }),
  helper.accessor(({ counted }) => counted.capacity ?? -1, { id: 'volume', header: 'Volume' }),
  helper.accessor(({ counted }) => counted.margin ?? Infinity, { id: 'margin', header: 'Left' }),
  // Fullest first: that is what is looked for.
  helper.accessor(fullness, { id: 'verdict', header: 'Verdict', sortDescFirst: true }),
  helper.accessor(({ wrong }) => wrong, { id: 'wrong', header: 'Broken', sortDescFirst: true }),
]);

function words(id: string, one: Listed): string {
  const { box, counted, wrong } = one;
  switch (id) {
    case 'room':
      return box.room;
    case 'circuit':
      return box.circuit;
    case 'edition':
      return editionOf(counted.edition).name;
    case 'stage':
      return STAGES[box.stage];
    case 'fill':
      return amount(counted.fill, one);
    case 'volume':
      return amount(counted.capacity, one);
    case 'margin':
      return amount(counted.margin, one);
    default:
      return wrong === 0 ? '' : String(wrong);
  }
}

const ROW = 48;

export default function BoxTable({ job, list, Rows }: BoxTableProps) {
  const table = useTable({
    features,
    columns,
    data: list as Listed[],
    getRowId: ({ box }) => box.id,
    enableMultiSort: false,
  });
  const { rows } = table.getRowModel();
  const there = new Set(list.map(({ box }) => box.id));
  const chosen = table.getSelectedRowIds().filter((id) => there.has(id));
  const all = chosen.length > 0 && chosen.length === list.length;
  return (
    <View className="gap-3">
      <ManyBar
        jobId={job.id}
        jobEdition={job.edition}
        ids={chosen}
        onNone={() => table.resetRowSelection(true)}
      />
      <View
        role="table"
        aria-label="Boxes of the job"
        aria-rowcount={list.length + 1}
        className="rounded-card border border-hair bg-sheet"
      >
        <View role="row" className="flex-row items-stretch border-b border-line">
          <Tick
            role="columnheader"
            on={all}
            label={all ? 'Choose none' : 'Choose all'}
            onPress={() => table.toggleAllRowsSelected(!all)}
          />
          {table
            .getHeaderGroups()
            .flatMap((group) =>
              group.headers.map(({ column }) => (
                <Head
                  key={column.id}
                  id={column.id}
                  words={String(column.columnDef.header)}
                  sorted={column.getIsSorted()}
                  onSort={() => column.toggleSorting()}
                />
              )),
            )}
        </View>
        <Rows
          count={rows.length}
          estimate={ROW}
          gap={0}
          keyOf={(nth) => rows[nth]?.id ?? String(nth)}
          render={(nth) => {
            const row = rows[nth];
            if (!row) return null;
            const one = row.original;
            return (
              <View
                role="row"
                aria-rowindex={nth + 2}
                aria-selected={row.getIsSelected()}
                testID="table-row"
                className={`flex-row items-center border-b border-hair ${row.getIsSelected() ? 'bg-sunk' : ''}`}
              >
                <Tick
                  role="cell"
                  on={row.getIsSelected()}
                  label={`Choose ${one.box.name}`}
                  onPress={() => row.toggleSelected()}
                />
                {Object.keys(WIDTHS).map((id) => (
                  <Cell key={id} id={id}>
                    {id === 'name' ? (
                      <Link
                        href={boxHref(job.id, one.box.id) as never}
                        numberOfLines={1}
                        className="min-h-thumb max-w-full py-3 font-strong text-body text-ink underline"
                      >
                        {one.box.name}
                      </Link>
                    ) : id === 'verdict' ? (
                      <VerdictWords
                        verdict={one.verdict.is}
                        head={one.verdict.head}
                        more={moreWords(one.verdict, one.tight)}
                      />
                    ) : (
                      <Words
                        size="fine"
                        mono={WIDTHS[id]?.right === true}
                        numberOfLines={1}
                        tone={id === 'wrong' ? 'text-over' : 'text-ink'}
                      >
                        {words(id, one)}
                      </Words>
                    )}
                  </Cell>
                ))}
              </View>
            );
          }}
        />
      </View>
    </View>
  );
}

interface TickProps {
  readonly role: 'cell' | 'columnheader';
  readonly on: boolean;
  readonly label: string;
  readonly onPress: () => void;
}

function Tick({ role, on, label, onPress }: TickProps) {
  const colours = useColours();
  const Box = on ? Check : Empty;
  return (
    <View role={role as never}>
      <Touch
        role="checkbox"
        aria-checked={on}
        aria-label={label}
        className="h-thumb w-thumb items-center justify-center active:opacity-60"
        onPress={onPress}
      >
        <Box size={22} color={on ? colours.action : colours.ink} aria-hidden />
      </Touch>
    </View>
  );
}

interface HeadProps {
  readonly id: string;
  readonly words: string;
  readonly sorted: false | 'asc' | 'desc';
  readonly onSort: () => void;
}

const SORTED = { asc: 'ascending', desc: 'descending' } as const;

function Head({ id, words: said, sorted, onSort }: HeadProps) {
  const colours = useColours();
  const { grow, right } = WIDTHS[id] ?? { grow: 1 };
  const Arrow = sorted === 'desc' ? ArrowDown : ArrowUp;
  return (
    <View
      role={'columnheader' as never}
      {...({ 'aria-sort': sorted === false ? 'none' : SORTED[sorted] } as object)}
      className="min-w-0 basis-0"
      style={{ flexGrow: grow }}
    >
      <Touch
        className={`min-h-thumb flex-row items-center gap-1 px-2 active:opacity-60 ${right ? 'justify-end' : ''}`}
        onPress={onSort}
      >
        <Words size="fine" strong tone={sorted === false ? 'text-ink' : 'text-action'} numberOfLines={1}>
          {said}
        </Words>
        {sorted !== false && <Arrow size={16} color={colours.action} aria-hidden />}
      </Touch>
    </View>
  );
}

function Cell({ id, children }: { readonly id: string; readonly children: ReactNode }) {
  const { grow, right } = WIDTHS[id] ?? { grow: 1 };
  return (
    <View
      role={'cell' as never}
      className="min-h-thumb min-w-0 basis-0 justify-center"
      style={{ flexGrow: grow }}
    >
      {/* Room at the sides here, as in a heading: in the cell itself it would make the column another width. */}
      <View className={`min-w-0 px-2 ${right ? 'items-end' : ''}`}>{children}</View>
    </View>
  );
}
