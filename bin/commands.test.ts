/** The command line as another program calls it. The shape of its answers is fixed: docs/count-line.md. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { WorkPlan } from '@dense-pack/core/box/work';

const COMMAND = join(__dirname, 'dense-pack.mjs');
const folder = mkdtempSync(join(tmpdir(), 'dense-pack-bin-'));
afterAll(() => rmSync(folder, { recursive: true }));

function run(args: string[], input?: string) {
  const { status, stdout, stderr } = spawnSync(process.execPath, [COMMAND, ...args], {
    encoding: 'utf8',
    ...(input === undefined ? {} : { input }),
  });
  return { status, stdout, stderr, lines: stdout.trim().split('\n') };
}
const json = (text: string | undefined) => JSON.parse(text ?? 'null');

describe('fill', () => {
  test('answers JSON with exact decimal strings (docs/trade.md#worked-examples)', () => {
    const { status, stdout } = run(['fill', '--json', '18 in3 plastic, 3x 12/2, duplex']);
    expect(status).toBe(1);
    expect(json(stdout)).toMatchObject({
      edition: 'nec2023',
      unit: 'in3',
      capacity: '18',
      fill: '20.25',
      margin: '-2.25',
      verdict: 'over',
      lines: [
        { rule: '314.16(B)(1)', count: '6', size: '12', each: '2.25', total: '13.5' },
        { rule: '314.16(B)(4)', count: '2', size: '12', each: '2.25', total: '4.5' },
        { rule: '314.16(B)(5)', count: '1', size: '12', each: '2.25', total: '2.25' },
      ],
      warnings: [],
    });
  });

  test.each([
    ['18 in3, 2x 12/2, duplex', 0],
    ['18 in3, 3x 12/2, duplex', 1],
    ['measured 3 x 2 x 2.5, 12/2', 3],
    ['18 in3, duplx', 2],
  ])('“%s” exits %i', (line, status) => {
    const answer = run(['fill', '--json', line]);
    expect(answer.status).toBe(status);
    expect(answer.stderr === '').toBe(status !== 2);
  });

  test('without a legal volume capacity and margin are null and the fill stands', () => {
    expect(json(run(['fill', '--json', 'measured 3 x 2 x 2.5, 12/2']).stdout)).toMatchObject({
      verdict: 'unknown',
      capacity: null,
      margin: null,
      fill: '6.75',
    });
  });

  test('reads one box a line from standard input, answers in order, exits with the worst', () => {
    const { lines, status } = run(['fill', '--json', '-'], '18 in3, 12/2\nfoo\n\n18 in3, 9x 12/2\n');
    expect(lines.map(json)).toMatchObject([
      { verdict: 'legal' },
      { error: { item: 'foo', at: 0, expected: expect.any(String) } },
      { error: { item: '', at: 0 } },
      { verdict: 'over' },
    ]);
    expect(status).toBe(2);
    expect(run(['fill', '--json', '-'], '18 in3, 9x 12/2\nmeasured 3x2x2, 12/2\n18 in3, 12/2').status).toBe(
      3,
    );
  });

  test('prints a tape for people, in the units asked for', () => {
    const { stdout } = run(['fill', '18 in3 plastic, 2x 12/2, duplex']);
    expect(stdout).toMatch('Legal, 2.25 in³ left: one more 12 AWG allowance');
    expect(run(['fill', '-u', 'ml', '18 in3, 12/2']).stdout).toMatch('294.967152');
    expect(run(['fill', '-e', 'nec2017', '--json', 'box 32, 5x 14/2, clamps, 2x switch']).status).toBe(0);
  });

  test('counts a CSV file and reports the rows it cannot read', () => {
    const file = join(folder, 'boxes.csv');
    writeFileSync(
      file,
      '\uFEFFname,line\r\nA,"18 in3, 12/2"\r\nB,"18 in3, duplx"\r\nC,"18 in3, 9x 12/2"\r\n',
    );
    const { lines, status } = run(['fill', '--json', file]);
    expect(lines.map(json)).toMatchObject([{ verdict: 'legal' }, { error: { row: 3 } }, { verdict: 'over' }]);
    expect(status).toBe(2);
    writeFileSync(file, 'a,b\n1,2\n');
    expect(run(['fill', file])).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('“line” column'),
    });
  });

  test('bad arguments are refused with what is accepted', () => {
    for (const args of [
      [],
      ['fill'],
      ['fill', '--edition', 'nec1999', '18 in3'],
      ['nothing'],
      ['fill', '--wrong', 'x'],
    ]) {
      const { status, stderr } = run(args);
      expect([args, status]).toEqual([args, 2]);
      expect(stderr).not.toBe('');
    }
  });
});

test('explain gives each reason, the room left and the smallest boxes', () => {
  const { stdout, status } = run(['explain', '18 in3 plastic, 2x 12/2, duplex']);
  expect(status).toBe(0);
  expect(stdout).toMatch('Each yoke counts twice');
  expect(stdout).toMatch('12 AWG conductor × 1');
  expect(json(run(['explain', '--json', '18 in3, 12/2']).stdout)).toMatchObject({ room: expect.any(Array) });
});

test('compare prints the lines that differ between two editions (docs/trade.md#worked-examples)', () => {
  const line = 'box 32 plastic 2-gang, 5x 14/2, clamps, 2x switch';
  const { stdout, status } = run(['compare', '-e', 'nec2017', '-e', 'nec2023', line]);
  expect(status).toBe(1);
  expect(stdout).toMatch('NEC 2017: legal');
  expect(stdout).toMatch('1 equipment ground beyond 4: not counted → 0.50 in³');
  expect(run(['compare', '-e', 'nec2017', line]).status).toBe(2);
  expect(run(['compare', '-e', 'nec2017', '-e', 'cec2018', 'box fs, 12/2'])).toMatchObject({
    status: 2,
    stderr: expect.stringContaining('Table 23'),
  });
});

test('convert goes between lines, JSON and CSV and back', () => {
  const line = '18 in3 plastic, 2x 12/2, duplex @12';
  const document = run(['convert', '--to', 'json', line]).stdout;
  expect(run(['convert', '-f', 'json', '-t', 'line', document.trim()]).stdout.trim()).toBe(line);
  const csv = run(['convert', '--to', 'csv', line]).stdout;
  const back = run(['convert', '-f', 'csv', '-t', 'line', '-'], csv);
  expect(back.stdout.trim()).toBe(line);
  expect(run(['convert', '-f', 'json', '-t', 'line', '{"version":9}'])).toMatchObject({
    status: 2,
    stderr: expect.stringContaining('version 9'),
  });
  expect(
    run(['convert', '-f', 'json', '-t', 'line', '{"version":1,"shell":{"volume":"0 in3"},"items":[]}'])
      .stderr,
  ).toMatch('shell.volume: must be more than 0');
});

test('boxes lists the edition’s table', () => {
  expect(json(run(['boxes', '--json', '-e', 'cec2018']).stdout)).toMatchObject({
    section: 'Table 23',
    boxes: expect.arrayContaining([
      expect.objectContaining({ box: 'oct-1.5', volume: '245', counts: expect.anything() }),
    ]),
  });
  expect(run(['boxes']).stdout).toMatch('4 × 1½ square');
});

test('every command has help', () => {
  for (const name of ['fill', 'explain', 'compare', 'convert', 'boxes']) {
    const { status, stdout } = run([name, '--help']);
    expect([name, status]).toEqual([name, 0]);
    expect(stdout).toMatch('Usage: dense-pack');
  }
});

describe('check, fix and tap', () => {
  test('check tells violations, what needs a look, and what could not be checked', () => {
    const { status, stdout } = run(['check', '18 in3 plastic, 14/2, duplex 20a, breaker 15, setback 3/8 in']);
    expect(status).toBe(1);
    expect(stdout).toMatch('violation, 210.21(B): A 20 A receptacle on a 15 A circuit');
    expect(stdout).toMatch('violation, 314.20:');
    expect(stdout).toMatch('not checked, 314.24: the inside depth of the box');
    const fine = run(['check', '--json', '18 in3 metal, 14/2 mc, clamps, breaker 15']);
    expect(fine.status).toBe(0);
    expect(json(fine.stdout).findings).toEqual([]);
    expect(run(['check', '18 in3, breaker 16']).stderr).toMatch('a breaker of 15, 20, 25, 30, 40, 50, 60 A');
  });

  test('fix gives the cheapest first, each as a line that counts as legal', () => {
    const { status, stdout } = run([
      'fix',
      '--json',
      '18 in3 plastic old-work device-box, 2x 12/2, 12/2 spare, duplex',
    ]);
    expect(status).toBe(1);
    const { remedies, margin } = json(stdout);
    expect(margin).toBe('-2.25');
    expect(remedies[0].steps).toEqual(['dead:i2.0']);
    for (const { line } of remedies) expect(run(['fill', line]).status).toBe(0);
    expect(run(['fix', '18 in3, 12/2']).stdout).toMatch('The box is legal as it is.');
  });

  test('fix searches a truck that is given, and says in words what is wrong with it', () => {
    const kit = (text: string) => {
      const file = join(folder, 'kit.json');
      writeFileSync(file, text);
      return ['fix', '--kit', file, '18 in3 plastic old-work device-box, 3x 12/2, duplex'];
    };
    const one = run(kit('{"only": true, "here": ["plastic-1g-old-pocket", "lost"]}'));
    expect(one.stdout).toMatch('side pocket');
    expect(one.stderr).toMatch('in the truck but not known: lost');
    const empty = run(kit('{"only": true}'));
    expect(empty.stdout).toMatch('The truck has no box');
    expect(empty.stdout).not.toMatch('Replace the box');
    const bad = run(kit('{"weights": {"spare": -1}}'));
    expect([bad.status, bad.stderr]).toEqual([2, expect.stringMatching('weights.spare: must be at least 0')]);
    expect(run(kit('{')).stderr).toMatch('it is not JSON');
    expect(run(['fix', '--kit', join(folder, 'none'), '18 in3']).stderr).toMatch('there is no such file');
  });

  test('tap ranks the boxes that can feed an outlet and tells why the others cannot', () => {
    const csv = [
      'name,circuit,line',
      'Den,7,"22.5 in3, 12/2 feed, 12/2 out, duplex, breaker 20"',
      'Loop,5,"14 in3, 14/2 loop, switch, breaker 15"',
      'Light,2,"box oct-1.5, 14/3 leg, breaker 15"',
      'Sink,4,"22.5 in3, 12/2 feed, gfci, breaker 20, place kitchen"',
      'Old,1,"measured 3x2x2, 14/2 feed no-ground, breaker 15"',
    ].join('\n');
    const { status, lines } = run(['tap', '-'], csv);
    expect(status).toBe(0);
    expect(lines[0]).toMatch(/^yes {2}Den: legal/);
    const why = lines.slice(1).join('\n');
    expect(why).toMatch('Loop: only a switch loop comes to it: there is no neutral');
    expect(why).toMatch('Light: every hot in it is switched');
    expect(why).toMatch('Sink: the circuits of the kitchen may not serve other rooms');
    expect(why).toMatch('Old: no equipment ground is in it; it has no legal volume');
    expect(run(['tap', '-', '--circuit', '9'], csv).status).toBe(1);
    expect(run(['tap', '-'], 'a,b\n1,2').stderr).toMatch('“line” column');
  });
});

describe('roles nobody said', () => {
  test('are listed with what else they could be; the plan is given, is not good, and the exit code is 3', () => {
    const { status, stdout } = run(['splice', '--json', '18 in3, 3x 14/2, switch']);
    expect(status).toBe(3);
    const answer = json(stdout);
    expect(answer).toMatchObject({ good: false, worksIf: true });
    expect(answer.assumed).toHaveLength(3);
    expect(answer.assumed[1]).toMatchObject({ cable: 'i1.1', as: 'leg' });
    expect(answer.assumed[1].or).toEqual(expect.arrayContaining(['out', 'loop']));
  });

  test('what a file says is not assumed', () => {
    const file = join(folder, 'roles.json');
    writeFileSync(
      file,
      JSON.stringify({
        circuits: [{ id: 'a' }],
        runs: [
          { of: 'i1.0', does: 'feed', circuits: ['a'] },
          { of: 'i1.1', does: 'leg', hots: ['i2.0'] },
          { of: 'i1.2', does: 'out', hots: ['a'] },
        ],
        devices: [{ of: 'i2.0' }],
      }),
    );
    const answer = run(['splice', '--json', '--work', file, '18 in3, 3x 14/2, switch']);
    expect(answer.status).toBe(0);
    expect(json(answer.stdout)).toMatchObject({ good: true, worksIf: true, assumed: [] });
  });

  test('two hots are not joined where a label names another load', () => {
    const { stdout } = run([
      'splice',
      '--json',
      '18 in3, 12/2 feed "dishwasher", 12/2 "disposal", duplex 20a',
    ]);
    const answer = json(stdout);
    expect(answer.good).toBe(false);
    for (const { ends } of answer.work.plan.joints)
      expect(ends.filter((end: string) => /^w:i[12]\.0:black$/.test(end)).length).toBeLessThan(2);
  });
});

describe('splice and simulate', () => {
  const SWITCHES = '34 in3 plastic 2-gang, 14/2 feed, 14/2 leg "porch", 14/2 leg "hall", 2x switch';

  test('from a found wiring as few joints are opened as can be, and only what is new is cut', () => {
    const work = {
      circuits: [{ id: 'a', breaker: 20 }],
      runs: [
        { of: 'i1.0', does: 'feed', circuits: ['a'] },
        { of: 'i3.0', does: 'out', hots: ['a'] },
      ],
      devices: [{ of: 'i2.0' }],
      found: {
        joints: [],
        pigtails: [],
        lands: [
          { end: 'w:i1.0:black', at: 't:i2.0:brass-top' },
          { end: 'w:i1.0:white', at: 't:i2.0:silver-top' },
          { end: 'w:i1.0:bare', at: 't:i2.0:ground' },
        ],
        broken: [],
        marked: [],
      },
    };
    const file = join(folder, 'found.json');
    writeFileSync(file, JSON.stringify(work));
    const line = '22 in3 plastic, 12/2, duplex, 12/2';
    expect(run(['splice', '--work', file, line]).status).toBe(1);
    const kept = run(['splice', '--json', '--keep', '--work', file, line]);
    expect(kept.status).toBe(0);
    expect(json(kept.stdout)).toMatchObject({
      good: true,
      disturbance: { opened: 0, apart: [], ends: { 'w:i1.0:black': 'lengthened', 'w:i3.0:black': 'new' } },
      parts: { connectors: [{ id: 'twist-m', count: 3 }] },
    });
    expect(run(['splice', '--keep', '--work', file, line]).stdout).toMatch(/^0 of 0 joints opened$/m);
  });

  test('every joint and landing in order, the cut list, and the proof; the JSON plan is one of a box document', () => {
    const { status, lines } = run(['splice', SWITCHES]);
    expect(status).toBe(0);
    expect(lines[0]).toMatch(/^It works in all 4 positions\. Power off and proved dead/);
    expect(lines[1]).toMatch(/^joint 1: the grounds: .*\[twist-l\]$/);
    expect(lines).toContain('land: the black of “porch” on the load of the switch 1');
    expect(lines).toContain('strip: 16 in of 14/2');
    const answer = json(run(['splice', '--json', SWITCHES]).stdout);
    expect(answer).toMatchObject({ good: true, edition: 'nec2023', states: 4, obstacles: [], faults: [] });
    expect(WorkPlan.parse(answer.work).plan?.joints).toHaveLength(4);
    const file = join(folder, 'work.json');
    writeFileSync(file, JSON.stringify(answer.work));
    expect(run(['splice', '--work', file, SWITCHES]).status).toBe(0);
  });

  test('joints and pigtails are numbered without a gap where one joint takes two connectors; a tab is named by its device', () => {
    const { lines } = run(['splice', '60 in3 plastic 4-gang, 12/2 feed, 9x 12/2 out, gfci']);
    expect(lines[0]).toBe(
      'It works. Power off and proved dead before touching; licensed work and the local code decide.',
    );
    const numbers = lines.flatMap((line) => /^joint (\d+):/.exec(line)?.[1] ?? []);
    expect(numbers).toEqual(['1', '2', '3', '4', '5', '6']);
    const pigtails = new Set(lines.join().match(/pigtail \d+/g));
    expect(pigtails).toEqual(new Set([1, 2, 3, 4, 5, 6].map((nth) => `pigtail ${nth}`)));
    const file = join(folder, 'halves.json');
    writeFileSync(
      file,
      JSON.stringify({
        circuits: [{ id: 'a' }],
        runs: [{ of: 'i1.0', does: 'feed', circuits: ['a'], switched: true }],
        devices: [{ of: 'i2.0', halves: ['i1.0', 'a'] }],
      }),
    );
    const half = run(['splice', '--work', file, '18 in3, 12/3 feed, duplex']);
    expect(half.stdout + half.stderr).toContain('break the hot tab of the duplex receptacle');
  });

  test('what stands in the way is told, and no plan is called good', () => {
    const { status, stdout } = run(['splice', '18 in3, 14/2 loop, smart']);
    expect(status).toBe(1);
    expect(stdout).toMatch('This is not a good plan:');
    expect(stdout).toMatch('choose one made to work without a neutral');
    const thin = join(folder, 'thin.json');
    writeFileSync(
      thin,
      JSON.stringify({
        circuits: [{ id: 'a', breaker: 20 }],
        runs: [{ of: 'i1.0', does: 'feed', circuits: ['a'] }],
        devices: [{ of: 'i2.0' }],
      }),
    );
    expect(run(['splice', '--work', thin, '18 in3, 14/2, duplex']).stdout).toMatch(
      '14 AWG on the 20 A breaker',
    );
    const kit = join(folder, 'stock.json');
    writeFileSync(kit, '{"connectors": {"twist-l": 0, "twist-m": 1, "twist-xl": 0}}');
    const short = run(['splice', '--kit', kit, SWITCHES]);
    expect(short.stdout).toMatch(/push-in|lever/);
    writeFileSync(thin, '{"circuits": []}');
    const bad = run(['splice', '--work', thin, '18 in3, 14/2, duplex']);
    expect([bad.status, bad.stderr]).toEqual([2, expect.stringMatching('circuits: must have a circuit')]);
  });

  test('switches are thrown and breakers opened: what is live follows', () => {
    const at = (...args: string[]) => json(run(['simulate', '--json', ...args, SWITCHES]).stdout);
    const black = (answer: { conductors: { name: string; volts: number | null }[] }, name: string) =>
      answer.conductors.find((one) => one.name === `the black of “${name}”`)?.volts;
    expect(black(at(), 'porch')).not.toBe(120);
    expect(black(at('--on', 'i4.0'), 'porch')).toBe(120);
    expect(black(at('--on', 'i4.0'), 'hall')).not.toBe(120);
    expect(black(at('--on', 'i4.0', '--off', 'a'), 'porch')).not.toBe(120);
    expect(run(['simulate', '--on', 'i9.0', SWITCHES]).stderr).toMatch(
      'there is no such switch; the switches are i4.0, i4.1',
    );
    expect(run(['simulate', '--off', 'z', SWITCHES]).status).toBe(2);
  });
});

describe('identify', () => {
  const cables = [
    { id: '1', kind: '14/2' },
    { id: '2', kind: '14/2', label: 'porch' },
  ];
  const line = { test: 'volts', from: '1.black', to: '1.white', says: 120 };
  const ask = (readings: object[], more: object = {}) =>
    JSON.stringify({ cables, readings, proved: true, roles: ['feed', 'leg', 'spare'], ...more });
  const dead = { test: 'volts', from: '2.black', to: '2.white', says: 'float' };

  test('answers as docs/count-line.md says, from standard input and from a file', () => {
    const { status, stdout } = run(['identify', '--json', '-'], ask([line, dead]));
    // Leg or spare: not settled.
    expect(status).toBe(3);
    expect(json(stdout)).toMatchObject({
      consistent: true,
      left: 2,
      roles: { 1: ['feed'], 2: ['leg', 'spare'] },
      certain: { 1: 'feed' },
      next: { test: 'continuity', from: '2.black', to: '2.white', power: 'off', why: expect.any(String) },
    });
    const file = join(folder, 'identify.json');
    writeFileSync(file, ask([line, dead, { test: 'energize', cable: '2', says: 'light' }]));
    const settled = run(['identify', '--json', file]);
    expect(settled.status).toBe(0);
    expect(json(settled.stdout)).toMatchObject({ certain: { 1: 'feed', 2: 'leg' }, next: null });
  });

  test('a contradiction exits 1 and names its readings; words for a person defer to licensed work', () => {
    const again = { ...line, says: 0 };
    const { status, stdout } = run(['identify', '--json', '-'], ask([line, dead, again]));
    expect(status).toBe(1);
    expect(json(stdout)).toMatchObject({ consistent: false, contradiction: [0, 2] });
    const words = run(['identify', '-'], ask([line, dead, again])).stdout;
    expect(words).toMatch('Readings 1, 3 contradict each other.');
    expect(words).toMatch('licensed work');
  });

  test.each<[string, string, RegExp]>([
    ['500 V', ask([{ ...line, says: 500 }]), /readings\.0\.says: 500 .*accepted/],
    ['a conductor it has not', ask([{ ...line, to: '1.red' }]), /readings\.0\.to.*1\.white, 1\.ground/],
    ['no feed', ask([], { roles: ['leg'] }), /roles.*feed/],
    ['an unknown role', ask([], { roles: ['lamp'] }), /roles\.0.*"feed"/],
    ['no JSON', 'cables', /standard input: it is not JSON/],
  ])('%s exits 2 with the field and what is accepted', (_, input, words) => {
    const { status, stderr, stdout } = run(['identify', '--json', '-'], input);
    expect([status, stdout]).toEqual([2, '']);
    expect(stderr).toMatch(words);
  });
});

describe('diagnose', () => {
  const line = '18 in3 plastic, 12/2 feed, 12/2 out, duplex';
  const ask = (readings: object[], more: object = {}) => JSON.stringify({ line, readings, ...more });
  const lamps = (HN: boolean, HG: boolean, NG: boolean) => ({ at: 'i3.0:top', lamps: { HN, HG, NG } });

  test('answers as docs/count-line.md says, from a file and from standard input', () => {
    const { status, stdout } = run(['diagnose', '--json', '-'], ask([lamps(true, false, false)]));
    expect(status).toBe(1);
    expect(json(stdout)).toMatchObject({
      asPlanned: false,
      fits: [
        {
          words: expect.stringMatching(/bare of 12\/2 feed is loose or open in joint 1/),
          where: 'joint 1',
          fault: { kind: 'open', ends: ['w:i1.0:bare'] },
          explains: 1,
        },
        ...Array.from({ length: 3 }, () => expect.objectContaining({ explains: 1 })),
      ],
      untested: ['i3.0:bottom', 'i2.0'],
    });
    const file = join(folder, 'diagnose.json');
    writeFileSync(file, ask([lamps(true, true, false), { at: 'i2.0', on: true }]));
    expect(run(['diagnose', file]).status).toBe(0);
    expect(run(['diagnose', file]).stdout).toMatch(
      /Every reading is as it should be.*not tested: i3\.0:bottom/s,
    );
  });

  test('what no one or two mistakes explain exits 3; what is not there is named', () => {
    const odd = run(['diagnose', '-'], ask([lamps(true, true, false), lamps(false, true, false)]));
    expect(odd.status).toBe(3);
    expect(odd.stdout).toMatch('No one or two mistakes explain every reading');
    const gone = run(['diagnose', '-'], ask([{ at: 'i9.0', on: true }]));
    expect(gone.status).toBe(2);
    expect(gone.stderr).toMatch(
      /readings\.0\.at: “i9\.0” is no point of this box; accepted is one of i3\.0:top/,
    );
    expect(
      run(['diagnose', '-'], '{"line": "18 in3, nonsense", "readings": [{"at": "x", "on": true}]}').status,
    ).toBe(2);
    expect(run(['diagnose', '-'], ask([{ at: 'i3.0:top' }])).stderr).toMatch(
      /lamps, volts or on, one of them/,
    );
  });
});

test('raceway answers as docs/count-line.md says, and names what it cannot read', () => {
  const ask = { runs: [{ from: 'starter', to: 'box', between: '23 1/4 in' }] };
  const { status, stdout } = run(['raceway', '--json', '-'], JSON.stringify(ask));
  expect(status).toBe(0);
  expect(json(stdout)).toMatchObject({ pieces: [{ cut: '24 in' }], supports: 1, bushings: 2 });
  expect(run(['raceway', '-'], JSON.stringify(ask)).stdout).toMatch(/^cut 24 in: starter to box$/m);
  const bad = run(['raceway', '-'], '{"runs": [{"from": "a", "to": "b", "between": "far"}]}');
  expect([bad.status, bad.stderr]).toEqual([
    2,
    expect.stringMatching(/runs\.0\.between: “far” is no length/),
  ]);
});

describe('outage', () => {
  const boxes = [
    { name: 'A', circuits: ['4', '7'], minutes: 40 },
    { name: 'B', circuits: ['4'], minutes: 55 },
  ];
  const ask = (limit: object) => JSON.stringify({ boxes, limit });

  test('answers as docs/count-line.md says; what cannot be kept exits 1 and is named', () => {
    const { status, stdout } = run(['outage', '--json', '-'], ask({ 4: 120 }));
    expect(status).toBe(0);
    expect(json(stdout)).toMatchObject({
      order: ['B', 'A'],
      switchings: 4,
      off: { 4: 95, 7: 40 },
      kept: true,
      steps: ['4 off', 'B', '7 off', 'A', '4 on, 7 on'],
    });
    const over = run(['outage', '-'], ask({ 4: 50, 9: 10 }));
    expect(over.status).toBe(1);
    expect(over.stdout).toMatch('circuit 4 would be off longer than 50 min');
    expect(over.stdout).toMatch('circuit 9 has a limit and no box');
  });

  test('what cannot be read exits 2 with its field', () => {
    const { status, stderr } = run(
      ['outage', '--json', '-'],
      JSON.stringify({ boxes: [boxes[0], boxes[0]] }),
    );
    expect(status).toBe(2);
    expect(stderr).toMatch(/boxes\.1\.name.*there already/);
  });
});

test('cutin answers as docs/count-line.md says: a place, none, or the field that is wrong', () => {
  const ask = {
    wall: { studs: ['0 in', '16 in', '32 in'], cavity: '3 1/2 in', board: '1/2 in' },
    there: { gangs: 1, kind: 'new-work', x: '18 in', y: '14 in' },
    new: { gangs: 2, kind: 'old-work', depth: '2 7/8 in' },
  };
  const { status, stdout } = run(['cutin', '--json', '-'], JSON.stringify(ask));
  expect(status).toBe(0);
  expect(json(stdout)).toMatchObject({
    fits: true,
    grow: 'right',
    box: { x: '18 29/32 in', y: '14 in' },
    plate: { covers: true },
    depthLeft: '1 1/8 in',
  });
  expect(run(['cutin', '-'], JSON.stringify(ask)).stdout).toMatch(/^The edge at the stud on the left stays/m);
  const deep = { ...ask, new: { ...ask.new, depth: '5 in' } };
  const none = run(['cutin', '--json', '-'], JSON.stringify(deep));
  expect(none.status).toBe(1);
  expect(json(none.stdout)).toMatchObject({ fits: false, box: null, ranges: [] });
  const inStud = { ...ask, there: { ...ask.there, x: '16 in' } };
  expect(run(['cutin', '-'], JSON.stringify(inStud))).toMatchObject({
    status: 2,
    stderr: expect.stringMatching(/there\.x: “16 in” puts the box that is there into the stud at 16 in/),
  });
  expect(run(['cutin', '-'], '{"wall": {}}')).toMatchObject({
    status: 2,
    stderr: expect.stringMatching(/wall\./),
  });
});

test('fold answers as docs/count-line.md says: solids in the box, the order, and what cannot be told', () => {
  const { status, stdout } = run(['fold', '--json', '18 in3 plastic, 12/2 feed, 12/2 out, gfci']);
  expect(status).toBe(0);
  const said = json(stdout) as { fits: string; places: { what: string }[]; order: string[]; share: string };
  expect(said).toMatchObject({ fits: 'yes', inside: { width: '2 3/16 in', height: '3 1/16 in' } });
  expect(said.places.map(({ what }) => what)).toEqual(
    expect.arrayContaining(['joint 1', 'joint 2', 'joint 3']),
  );
  expect(said.order.length).toBeGreaterThan(3);
  expect(said.share).toMatch(/^0\.\d\d$/);
  expect(run(['fold', '10 in3, 14/2 feed, gfci depth 3'])).toMatchObject({
    status: 1,
    stdout: expect.stringContaining('3 in deep'),
  });
  expect(run(['fold', '--json', '14/2 feed, switch']).status).toBe(3);
  expect(run(['fold', 'nonsense']).status).toBe(2);
  expect(run(['fold', '--ground', 'off', '18 in3, 14/2']).status).toBe(2);
});
