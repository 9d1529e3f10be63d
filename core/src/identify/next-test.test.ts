/**
 * How many tests it takes, against the best there is: every order of tests is searched through on small boxes.
 * What a test can say is the engine's own; which one to take next is compared.
 */
import { readCountLine } from '../shorthand/read.ts';
import { type Behaviour, behavioursOf } from './behaviours.ts';
import { Assignments, type Belief } from './belief.ts';
import { answersOf, costOf, nextTest, type Taken, testKey, testsOf } from './next-test.ts';
import type { CableTest } from './outcome.ts';
import type { CableRole } from './roles.ts';
import { note } from '../tests/note.ts';

interface State {
  readonly belief: Belief;
  readonly tests: ReadonlySet<string>;
}
const taken = ({ tests }: State): Taken => ({ tests, hinted: new Set() });

function start(kinds: readonly string[], roles: readonly CableRole[]): State {
  const behaviours = kinds.map((kind) => {
    const read = readCountLine(kind);
    const item = read.ok ? read.box.items[0] : undefined;
    if (item?.kind !== 'cable') throw new Error(kind);
    return roles.flatMap((role) => behavioursOf(item, role));
  });
  return { belief: { behaviours, across: [] }, tests: new Set() };
}

/** What follows a test, each with its chance. */
function after(state: State, cable: number, test: CableTest) {
  const { belief, tests } = state;
  const assignments = new Assignments(belief);
  const share = assignments.shares(cable);
  const own = (belief.behaviours[cable] ?? []).filter(({ role }) => share.has(role));
  return answersOf(own, share, test, () => 0).map(({ chance, kept }) => ({
    chance,
    state: {
      belief: { ...belief, behaviours: belief.behaviours.with(cable, kept) },
      tests: new Set([...tests, testKey(cable, test)]),
    },
  }));
}

const ids = new Map<Behaviour, number>();
const idOf = (one: Behaviour) => ids.get(one) ?? (ids.set(one, ids.size), ids.size - 1);
/** Like cables in another order are the same state. */
const keyOf = ({ belief, tests }: State) =>
  belief.behaviours
    .map((own, cable) => {
      const its = [...tests].filter((key) => key.startsWith(`${cable} `)).map((key) => key.slice(2));
      return `${own.map(idOf).join()}#${its.sort().join()}`;
    })
    .sort()
    .join('|');

/** What it costs until nothing more can be told, on average: as advised, and at best. */
function means(first: State, cost: (test: CableTest) => number) {
  const ways = { advised: new Map<string, number>(), best: new Map<string, number>() };
  const search = (state: State, way: keyof typeof ways): number => {
    const key = keyOf(state);
    const known = ways[way].get(key);
    if (known !== undefined) return known;
    const next = nextTest(state.belief, undefined, taken(state));
    const choices = !next ? [] : way === 'advised' ? [next] : every(state);
    const costs = choices.map(({ cable, test }) =>
      after(state, cable, test).reduce((sum, one) => sum + one.chance * search(one.state, way), cost(test)),
    );
    const found = next ? Math.min(...costs) : 0;
    ways[way].set(key, found);
    return found;
  };
  return { advised: search(first, 'advised'), best: search(first, 'best') };
}

/** Every test that can tell anything. Joining to the line needs the line: no strategy may begin with it. */
const every = (state: State) =>
  state.belief.behaviours.flatMap((own, cable) =>
    testsOf(own)
      .filter((test) => !state.tests.has(testKey(cable, test)))
      .filter(({ test }) => test !== 'energize' || own.every(({ role }) => role !== 'feed'))
      .filter((test) =>
        after(state, cable, test).some((one) => one.state.belief.behaviours[cable]?.length !== own.length),
      )
      .map((test) => ({ cable, test })),
  );

const FEW = ['feed', 'leg', 'spare'] as const;
const ALL = ['feed', 'feed-out', 'leg', 'loop', 'spare'] as const;
const TWO = '14/2 no-ground';

test.each<[string, readonly string[], readonly CableRole[]]>([
  ['two cables, with a loop', [TWO, TWO], ['feed', 'leg', 'loop', 'spare']],
  ['two cables', [TWO, TWO], FEW],
  ['three cables', [TWO, TWO, TWO], FEW],
  ['four cables', [TWO, TWO, TWO, TWO], FEW],
])('%s: little more effort and risk than the best strategy, and few tests more', (name, kinds, roles) => {
  const effort = means(start(kinds, roles), costOf);
  const count = means(start(kinds, roles), () => 1);
  const say = ({ advised, best }: typeof effort) =>
    `${advised.toFixed(2)} as advised, ${best.toFixed(2)} at best`;
  note(`${name}: tests ${say(count)}; effort ${say(effort)}.`);
  for (const { advised, best } of [effort, count]) {
    expect(best).toBeGreaterThan(0);
    expect(advised).toBeGreaterThanOrEqual(best - 1e-9);
  }
  expect(effort.advised / effort.best).toBeLessThan(1.1);
  // A dead test more in place of live minutes.
  expect(count.advised / count.best).toBeLessThan(1.35);
});

test('one cable more or less never makes the advice tell nothing', () => {
  for (const many of [1, 2, 3]) {
    const state = start(
      Array.from({ length: many }, () => '14/3'),
      ALL,
    );
    const next = nextTest(state.belief);
    expect([many, next !== undefined]).toEqual([many, many > 1]);
    if (next) expect(next.average).toBeLessThan(new Assignments(state.belief).left);
  }
});
