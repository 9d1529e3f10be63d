/**
 * Which cable is what: the readings of docs/trade.md#identifying and of docs/count-line.md. Headings stand
 * beside each. Values of voltages: docs/trade.md#testing, which gives ANSI C84.1 from memory.
 */
import { IdentifyAsk } from './ask.ts';
import { identify, type Identified } from './identify.ts';

type Asked = Parameters<typeof IdentifyAsk.parse>[0];

function told(ask: object): Identified {
  const done = identify(IdentifyAsk.parse(ask as Asked));
  if (!done.ok) throw new Error(`${done.problem.field}: ${done.problem.found}`);
  return done.answer;
}
const refused = (ask: object) => {
  const done = identify(IdentifyAsk.parse(ask as Asked));
  return done.ok ? undefined : done.problem;
};

const CABLES = [
  { id: '1', kind: '14/2' },
  { id: '2', kind: '14/2', label: 'porch' },
  { id: '3', kind: '14/3' },
];
const volts = (from: string, to: string, says: number | 'float') => ({ test: 'volts', from, to, says });
const through = (from: string, to: string, says: 'open' | 'closed', far?: 'on' | 'off') => ({
  test: 'continuity',
  from,
  to,
  says,
  ...(far === undefined ? {} : { far }),
});
const joined = (cable: string, says: string) => ({ test: 'energize', cable, says });
const ask = (readings: object[], more: object = {}) => ({ cables: CABLES, readings, proved: true, ...more });
const dead = (cable: string) => volts(`${cable}.black`, `${cable}.white`, 0);
const LINE = volts('1.black', '1.white', 120);

describe('what a reading says (docs/trade.md#identifying)', () => {
  test('before any reading every cable may be anything, as long as one brings the power in', () => {
    const answer = told(ask([]));
    expect(answer.left).toBe(5 ** 3 - 4 ** 3);
    expect(answer.certain).toEqual({});
  });

  test('hot to neutral 120 V: the feed, and only that cable', () => {
    const { certain, roles } = told(ask([LINE]));
    expect(certain).toEqual({ 1: 'feed' });
    expect(roles['2']).toContain('feed');
  });

  test.each([114, 126, 120.4, -119])('%d V is ordinary', (says) => {
    expect(told(ask([volts('1.black', '1.white', says)])).certain).toEqual({ 1: 'feed' });
  });

  test.each([3, 10, 45, 80, 'float' as const])(
    'a stray %s on a floating conductor is no supply: a feed-out, a leg, a loop and a spare look alike',
    (says) => {
      const { roles } = told(ask([LINE, volts('2.black', '2.white', says)]));
      expect(roles['2']).toEqual(['feed-out', 'leg', 'loop', 'spare']);
    },
  );

  test('240 V between black and red: a multiwire feed', () => {
    const { certain, faults } = told(ask([volts('3.black', '3.red', 241), volts('3.black', '3.white', 120)]));
    expect(certain).toEqual({ 3: 'feed' });
    expect(faults).toEqual({});
  });

  test('0 V between two hots of one neutral: both on one leg is told (300.13, 210.4)', () => {
    const readings = [
      volts('3.black', '3.white', 120),
      volts('3.red', '3.white', 120),
      volts('3.black', '3.red', 0),
      // Not a hot that a far switch gives: it stays with the switch off.
      { ...volts('3.red', '3.white', 120), far: 'off' },
    ];
    expect(told(ask(readings)).faults).toEqual({ 3: 'one-leg' });
  });

  test('white hot to ground: black and white are exchanged upstream', () => {
    const answer = told(ask([LINE, volts('1.white', '1.ground', 120), volts('1.black', '1.ground', 0)]));
    expect(answer).toMatchObject({ certain: { 1: 'feed' }, faults: { 1: 'reversed' } });
  });

  test('a lamp closes black to white, a spare does not', () => {
    const { roles } = told(ask([LINE, dead('2'), through('2.black', '2.white', 'closed')]));
    expect(roles['2']).toEqual(['feed-out', 'leg', 'loop']);
    const open = told(ask([LINE, dead('2'), through('2.black', '2.white', 'open')]));
    expect(open.roles['2']).toEqual(['feed-out', 'leg', 'loop', 'spare']);
  });

  test('a switch elsewhere opens and closes when it is thrown', () => {
    const readings = [
      LINE,
      dead('3'),
      through('3.black', '3.red', 'closed', 'on'),
      through('3.black', '3.red', 'open', 'off'),
    ];
    expect(told(ask(readings)).certain).toMatchObject({ 3: 'loop' });
  });

  test('joined to the line, a light comes on: it goes to a light, or to what feeds one', () => {
    const { roles } = told(ask([LINE, dead('2'), joined('2', 'light')]));
    expect(roles['2']).toEqual(['feed-out', 'leg']);
  });

  test('a non-contact tester rules nothing out, live or dead', () => {
    const hints = ['1', '2', '3'].flatMap((id) => [
      { test: 'noncontact', at: `${id}.black`, says: id === '2' ? 'live' : 'dead' },
    ]);
    const answer = told(ask(hints));
    expect(answer.left).toBe(61);
    // It is where one looks first.
    expect(answer.next).toMatchObject({ test: 'volts', from: '2.black' });
  });

  test('an unproved tester rules nothing out', () => {
    const answer = told(ask([LINE, volts('1.black', '1.white', 0)], { proved: false }));
    expect(answer).toMatchObject({ consistent: true, left: 61, certain: {} });
  });
});

describe('the answer docs/count-line.md gives', () => {
  const roles = ['feed', 'feed-out', 'leg', 'loop', 'spare'];

  test('four assignments of two cables with two roles each', () => {
    const readings = [
      LINE,
      dead('2'),
      dead('3'),
      volts('3.black', '3.red', 0),
      volts('3.red', '3.white', 0),
      joined('2', 'light'),
      through('3.black', '3.white', 'open'),
      through('3.black', '3.red', 'open'),
      through('3.red', '3.white', 'open'),
      joined('3', 'nothing'),
    ];
    const answer = told(ask(readings, { controls: ['switch'], roles: roles.filter((one) => one !== 'leg') }));
    expect(answer.certain).toEqual({ 1: 'feed', 2: 'feed-out' });
    const all = told(ask(readings, { controls: ['switch'], roles }));
    expect(all.roles).toMatchObject({ 1: ['feed'], 2: ['feed-out', 'leg'] });
    expect(all.left).toBe((all.roles['2']?.length ?? 0) * (all.roles['3']?.length ?? 0));
  });

  test('next names the test, its power and what each answer would leave', () => {
    const { next, left } = told(ask([LINE, dead('2'), dead('3')], { roles }));
    expect(next).toMatchObject({
      power: next?.test === 'continuity' ? 'off' : 'on',
      why: expect.any(String),
    });
    const counts = Object.values(next?.left ?? {});
    expect(counts.length).toBeGreaterThan(1);
    for (const count of counts) expect(count).toBeLessThanOrEqual(left);
    expect(Math.min(...counts)).toBeLessThan(left);
  });

  test('nothing needs telling: next is null', () => {
    const answer = told({
      cables: CABLES.slice(0, 1),
      readings: [LINE],
      proved: true,
    });
    expect(answer).toMatchObject({ left: 1, certain: { 1: 'feed' }, next: null });
  });

  test('travelers are possible where a three-way was mounted, or where they are named', () => {
    expect(told(ask([])).roles['3']).not.toContain('travelers');
    expect(told(ask([], { controls: ['3way'] })).roles['3']).toContain('travelers');
    expect(told(ask([], { roles: ['feed', 'travelers'] })).left).toBe(8);
  });
});

describe('safety', () => {
  test('a cable is joined to the line only where it cannot be a feed or a closed switch', () => {
    // Cable 2 may still be a feed: joining two feeds may short two legs.
    for (const readings of [[], [LINE], [LINE, dead('2')]]) {
      const { next, roles } = told(ask(readings, { cables: CABLES.slice(0, 2) }));
      if (next?.test === 'energize') {
        expect(roles[next.cable ?? '']).not.toContain('feed');
        expect(readings.some(({ test }) => test === 'continuity')).toBe(true);
      }
    }
    const shut = told(
      ask([LINE, dead('2'), through('2.black', '2.white', 'closed')], { cables: CABLES.slice(0, 2) }),
    );
    expect(shut.next?.test).not.toBe('energize');
  });

  test('a loop may stand on red and white: a cable of three is joined only once each pair was read open', () => {
    const pairs = [
      ['black', 'white'],
      ['black', 'red'],
      ['red', 'white'],
    ] as const;
    const cables = [CABLES[0], CABLES[2]];
    const feed = [LINE, ...pairs.map(([a, b]) => volts(`3.${a}`, `3.${b}`, 0))];
    for (const left of pairs) {
      const open = pairs.filter((pair) => pair !== left).map(([a, b]) => through(`3.${a}`, `3.${b}`, 'open'));
      const { next } = told(ask([...feed, ...open], { cables, roles: ['feed', 'leg', 'loop'] }));
      expect([left, next?.test]).not.toEqual([left, 'energize']);
    }
    const all = pairs.map(([a, b]) => through(`3.${a}`, `3.${b}`, 'open'));
    const { next } = told(ask([...feed, ...all], { cables, roles: ['feed', 'leg', 'loop'] }));
    expect(next).toMatchObject({ test: 'energize', cable: '3', power: 'on' });
  });

  test('a dead test comes before a live one of the same worth', () => {
    const { next } = told(ask([LINE, dead('2')], { cables: CABLES.slice(0, 2) }));
    expect(next).toMatchObject({ test: 'continuity', power: 'off' });
  });
});

describe('readings that contradict each other', () => {
  test('are named, and no others', () => {
    const answer = told(ask([dead('2'), LINE, through('2.black', '2.white', 'open'), dead('1'), dead('3')]));
    expect(answer).toMatchObject({ consistent: false, left: 0, contradiction: [1, 3], certain: {} });
    expect(answer.next).toMatchObject({
      test: 'volts',
      from: '1.black',
      why: expect.stringMatching('prove'),
    });
  });

  test('no cable live at all contradicts that one brings the power in', () => {
    expect(told(ask([dead('1'), dead('2'), volts('3.black', '3.white', 0)])).consistent).toBe(false);
  });

  test('two cables held to each other: a hot reads nothing on the neutral of another feed', () => {
    const readings = [LINE, volts('2.black', '2.white', 120), volts('1.black', '2.white', 0)];
    // Were both as their colours say, 120 V: one of them is exchanged.
    const answer = told(ask(readings, { cables: CABLES.slice(0, 2) }));
    expect(answer).toMatchObject({ consistent: true, certain: { 1: 'feed', 2: 'feed' } });
    const plain = [
      ...readings,
      ...['1', '2'].map((id) => volts(`${id}.white`, `${id}.ground`, 0)),
      ...['1', '2'].map((id) => volts(`${id}.black`, `${id}.ground`, 120)),
    ];
    expect(told(ask(plain, { cables: CABLES.slice(0, 2) }))).toMatchObject({ consistent: false });
  });
});

describe('bad input is answered in words', () => {
  test.each<[string, object, string]>([
    ['a colour it has not', ask([volts('1.red', '1.white', 120)]), 'readings.0.from'],
    ['a cable that is not there', ask([volts('1.black', '9.white', 120)]), 'readings.0.to'],
    ['one conductor twice', ask([volts('1.black', '1.black', 0)]), 'readings.0.to'],
    ['a cable joined that is not there', ask([joined('x', 'light')]), 'readings.0.cable'],
    ['no feed among the roles', ask([], { roles: ['leg', 'spare'] }), 'roles'],
    ['two cables of one id', ask([], { cables: [CABLES[0], CABLES[0]] }), 'cables.1.id'],
    ['a kind that is no cable', ask([], { cables: [{ id: '1', kind: 'duplex' }] }), 'cables.0.kind'],
    [
      'a ground it has not',
      ask([volts('1.black', '1.ground', 0)], { cables: [{ id: '1', kind: '14/2 no-ground' }] }),
      'readings.0.to',
    ],
  ])('%s', (_, asked, field) => {
    expect(refused(asked)).toMatchObject({ field, accepted: expect.stringMatching(/./) });
  });

  test.each([500, 170, Infinity, NaN])('a reading of %d V is refused with what is accepted', (says) => {
    const parsed = IdentifyAsk.safeParse(ask([volts('1.black', '1.white', says)]));
    expect(parsed.success).toBe(false);
  });
});

describe('hostile questions', () => {
  test('twelve cables, every conductor held to every other: answered, and what could not be held is told', () => {
    const cables = Array.from({ length: 12 }, (_, nth) => ({ id: `c${nth}`, kind: '12/2/2' }));
    const readings = ['black', 'red', 'white', 'blue'].flatMap((colour) =>
      cables.slice(1).map(({ id }, nth) => volts(`c${nth}.${colour}`, `${id}.${colour}`, 'float')),
    );
    const answer = told({ cables, readings, proved: true, controls: ['3way'] });
    expect(answer.consistent).toBe(true);
    expect(answer.unheld.length).toBeGreaterThan(0);
    expect(answer.unheld.length).toBeLessThan(readings.length);
  });

  test('cables called after what every object has', () => {
    const cables = [
      { id: 'constructor', kind: '14/2' },
      { id: '__proto__', kind: '14/2' },
    ];
    const readings = [volts('__proto__.black', '__proto__.white', 120)];
    const answer = told({ cables, readings, proved: true });
    expect(Object.entries(answer.certain)).toEqual([['__proto__', 'feed']]);
    expect(Object.keys(answer.roles)).toEqual(['constructor', '__proto__']);
  });
});
