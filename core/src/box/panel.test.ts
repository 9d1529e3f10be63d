/**
 * The panel of a house and the cables between its boxes: what is refused and in which words, and two changes of
 * one job kept beside each other. Invented circuits; docs/trade.md#order-of-work, #identifying, #the-run for what a panel and a run are.
 */
import fc from 'fast-check';
import { Link, Links } from './links.ts';
import { mergeJob } from './merge-job.ts';
import { circuitNamed, isMislabelled, labelOf, Panel, spacesOf, tiedTo, traced } from './panel.ts';
import { jobClashWords } from '../shorthand/conflict-words.ts';
import { JobChange, JobFields } from './record.ts';

const circuit = (id: string, space: number, more: object = {}) => ({ id, space, ...more });
const panelOf = (...circuits: object[]) => Panel.parse({ circuits });
const wrong = (schema: typeof Panel | typeof Links, value: unknown) =>
  schema.safeParse(value).error?.issues.map(({ path, message }) => `${path.join('.')}: ${message}`);

describe('the panel', () => {
  test('a space is taken once, by a two-pole breaker both of its own', () => {
    expect(wrong(Panel, { circuits: [circuit('a', 3, { poles: 2 }), circuit('b', 5)] })).toEqual([
      'circuits.1.space: space 5 is taken by circuit 3 already; accepted is a space that is free',
    ]);
    expect(spacesOf({ space: 3, poles: 2 })).toEqual([3, 5]);
    expect(panelOf(circuit('a', 3, { poles: 2 }), circuit('b', 4)).circuits).toHaveLength(2);
  });

  test.each([
    [circuit('a', 0), 'circuits.0.space: must be a space from 1'],
    [circuit('a', 85), 'circuits.0.space: must be a space up to 84'],
    [circuit('a', 3, { poles: 3 }), 'circuits.0.poles: must be 1 or 2 poles'],
    [circuit('a', 3, { tie: 'a' }), 'circuits.0.tie: must name another circuit of the panel'],
    [circuit('a', 3, { tie: 'z' }), 'circuits.0.tie: must name another circuit of the panel'],
    [circuit('a', 3, { passes: [11] }), 'circuits.0.passes.0: must be 0 to 10'],
    [circuit('a', 3, { offMost: 0 }), 'circuits.0.offMost: must be at least 1 minute'],
  ])('what cannot be is refused with what is accepted', (one, words) => {
    expect(wrong(Panel, { circuits: [one] })).toContain(words);
  });

  test('a box means a circuit by its space or its label; the label as corrected counts', () => {
    const panel = panelOf(
      circuit('k', 4, { label: 'Bedroom', corrected: 'Kitchen counter' }),
      circuit('r', 7, { poles: 2, label: 'Range' }),
    );
    expect(circuitNamed(panel, '4')?.id).toBe('k');
    expect(circuitNamed(panel, ' kitchen COUNTER ')?.id).toBe('k');
    expect(circuitNamed(panel, 'bedroom')).toBeUndefined();
    expect(circuitNamed(panel, '9')?.id).toBe('r');
    expect(circuitNamed(panel, '7/9')?.id).toBe('r');
    expect(circuitNamed(panel, '')).toBeUndefined();
    const [first] = panel.circuits;
    expect(first && [labelOf(first), isMislabelled(first)]).toEqual(['Kitchen counter', true]);
  });

  test('tied handles go off together, however many hang on one another', () => {
    const panel = panelOf(
      circuit('a', 1, { tie: 'b' }),
      circuit('b', 3),
      circuit('c', 5, { tie: 'b' }),
      circuit('d', 7),
    );
    const [a] = panel.circuits;
    expect(a && tiedTo(panel, a).map(({ id }) => id)).toEqual(['b', 'c']);
  });

  test('a tracer points where its last pass is strongest, not its first (docs/trade.md#identifying)', () => {
    const passes = (...each: number[][]) =>
      panelOf(...each.map((one, nth) => circuit(`c${nth}`, nth + 1, { passes: one })));
    expect(traced(passes([9, 2], [7, 6]))?.id).toBe('c1');
    expect(traced(passes([9], [7]))?.id).toBe('c0');
    expect(traced(passes([5, 5], [9, 5]))).toBeUndefined();
    expect(traced(passes([8]))).toBeUndefined();
    expect(traced(passes())).toBeUndefined();
  });
});

const A = { box: 'box-aaaaaa', piece: 'i1.0' };
const B = { box: 'box-bbbbbb', piece: 'i1.0' };

describe('cables between boxes', () => {
  test('an end is linked once, and no cable comes back to its own box', () => {
    expect(
      wrong(Links, [
        { id: '1', from: A, to: B },
        { id: '2', from: B, to: 'panel' },
      ]),
    ).toEqual(['1: this end of a cable is linked already; accepted is an end that is free']);
    expect(
      Link.safeParse({ id: '1', from: A, to: { ...A, piece: 'i2.0' } }).error?.issues[0]?.message,
    ).toMatch(/^must end at another box/);
    expect(wrong(Links, [{ id: '1', from: A, to: A }])?.[0]).toMatch(/must end at another box/);
    expect(
      Links.parse([
        { id: '1', from: A, to: B },
        { id: '2', from: { ...B, piece: 'i2.0' }, to: 'lamp' },
      ]),
    ).toHaveLength(2);
  });

  test('a job of an older program has neither, and its change leaves them out', () => {
    expect(JobFields.parse({ name: 'House' })).toMatchObject({ panel: { circuits: [] }, links: [] });
    expect(JobChange.parse({ name: 'House', version: 1 })).not.toHaveProperty('panel');
  });
});

describe('two changes of one job', () => {
  const base = JobFields.parse({
    name: 'House',
    panel: { circuits: [circuit('a', 1, { label: 'one' }), circuit('b', 3, { label: 'two' })] },
    links: [{ id: '1', from: A, to: B }],
  });
  const withCircuits = (...circuits: object[]) => JobFields.parse({ ...base, panel: { circuits } });
  const labels = ({ panel }: JobFields) => panel.circuits.map(({ id, label }) => `${id} ${label}`);

  test('what each changed is kept; what was taken out and changed since is asked about', () => {
    const mine = withCircuits(circuit('a', 1, { label: 'mine' }), circuit('c', 5, { label: 'new' }));
    const stored = {
      ...withCircuits(circuit('a', 1, { label: 'one' }), circuit('b', 3, { label: 'theirs' })),
      name: 'Hill',
    };
    const { mine: both, clashes } = mergeJob(base, mine, stored);
    expect(labels(both)).toEqual(['a mine', 'c new']);
    expect(both.name).toBe('Hill');
    expect(clashes.map(({ path }) => path.join('.'))).toEqual(['panel.circuits.b']);
    expect(labels(mergeJob(base, mine, stored).theirs).sort()).toEqual(['a mine', 'b theirs', 'c new']);
    expect(mergeJob(base, { ...mine, links: [] }, stored).mine.links).toEqual([]);
  });

  test('both changes are kept, except for the space that both put a circuit into', () => {
    const mine = withCircuits(
      circuit('a', 1, { label: 'one' }),
      circuit('b', 7, { label: 'two' }),
      circuit('c', 11, { label: 'mine too' }),
    );
    const theirs = withCircuits(
      circuit('a', 1, { label: 'renamed' }),
      circuit('b', 3, { label: 'two' }),
      circuit('d', 5, { poles: 2, label: 'range' }),
      circuit('e', 13, { label: 'theirs too' }),
    );
    // Mine moved “two” to space 7, which the second pole of their range takes.
    const merged = mergeJob(base, mine, theirs);
    expect(merged.clashes.map(({ path }) => path.join('.'))).toEqual(['panel.spaces.7']);
    expect(labels(merged.mine).sort()).toEqual(['a renamed', 'b two', 'c mine too', 'e theirs too']);
    expect(labels(merged.theirs).sort()).toEqual([
      'a renamed',
      'b two',
      'c mine too',
      'd range',
      'e theirs too',
    ]);
    const spaceOfTwo = ({ panel }: JobFields) => panel.circuits.find(({ id }) => id === 'b')?.space;
    expect([spaceOfTwo(merged.mine), spaceOfTwo(merged.theirs)]).toEqual([7, 3]);
    for (const job of [merged.mine, merged.theirs]) expect(JobFields.safeParse(job).success).toBe(true);
  });

  test('the same field said differently asks with both values; a space two circuits were put into asks for both', () => {
    const named = mergeJob(base, { ...base, name: 'Hill, east' }, { ...base, name: 'Hill, west' });
    expect(named.clashes).toEqual([
      { path: ['name'], base: base.name, mine: 'Hill, east', theirs: 'Hill, west' },
    ]);
    expect([named.mine.name, named.theirs.name]).toEqual(['Hill, east', 'Hill, west']);
    const [mine, theirs] = ['mine', 'theirs'].map((label) =>
      withCircuits(circuit('a', 1, { label: 'one' }), circuit(`n-${label}`, 3, { label })),
    );
    if (!mine || !theirs) throw new Error('two changes');
    const put = mergeJob(withCircuits(circuit('a', 1, { label: 'one' })), { ...mine, note: 'seen' }, theirs);
    expect(put.clashes.map(({ path }) => path)).toEqual([['panel', 'spaces', '3']]);
    expect([labels(put.mine), labels(put.theirs), put.theirs.note]).toEqual([
      ['a one', 'n-mine mine'],
      ['a one', 'n-theirs theirs'],
      'seen',
    ]);
    const [clash] = put.clashes;
    expect(clash && jobClashWords(clash, put.mine, put.theirs)).toEqual({
      what: 'Space 3 of the panel',
      mine: 'in space 3, mine',
      theirs: 'in space 3, theirs',
    });
    const [edition] = mergeJob(
      base,
      { ...base, edition: 'nec2017' },
      { ...base, edition: 'nec2020' },
    ).clashes;
    expect(edition && jobClashWords(edition, base, base)).toEqual({
      what: 'Edition',
      mine: 'NEC 2017',
      theirs: 'NEC 2020',
    });
    const label = mergeJob(
      base,
      withCircuits(circuit('a', 1, { label: 'mine' })),
      withCircuits(circuit('a', 1, { label: 'theirs' })),
    ).clashes.map((one) => jobClashWords(one, base, base));
    expect(label).toContainEqual({ what: 'Circuit 1, label', mine: 'mine', theirs: 'theirs' });
  });

  test('nothing that either wrote vanishes, whatever was taken out', () => {
    const label = fc.constantFrom('x', 'y', 'z');
    const circuits = fc.uniqueArray(fc.record({ id: fc.constantFrom('a', 'b', 'c', 'd'), label }), {
      selector: ({ id }) => id,
    });
    const job = circuits.map((list) =>
      withCircuits(
        ...list.map(({ id, label: said }) => circuit(id, 'abcd'.indexOf(id) + 1, { label: said })),
      ),
    );
    fc.assert(
      fc.property(job, job, job, (before, mine, stored) => {
        const both = labels(mergeJob(before, mine, stored).mine);
        const was = new Set(labels(before));
        const ids = (list: string[]) => list.map((one) => one.slice(0, 1));
        // Whatever I changed or added stands as I wrote it.
        for (const one of labels(mine)) if (!was.has(one)) expect(both).toContain(one);
        // Whatever the other changed or added stands unless I changed or took out the same.
        for (const one of labels(stored)) {
          if (was.has(one)) continue;
          const same = labels(mine).find((other) => other.startsWith(one.slice(0, 1)));
          const wasThere = labels(before).some((other) => other.startsWith(one.slice(0, 1)));
          if (same === undefined ? !wasThere : was.has(same)) expect(both).toContain(one);
          else
            expect(mergeJob(before, mine, stored).clashes.length + Number(same === one)).toBeGreaterThan(0);
        }
        expect(new Set(ids(both)).size).toBe(both.length);
      }),
    );
  });
});
