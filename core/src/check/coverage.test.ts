/**
 * Every check over every make of cable, box material and edition: what it finds, passes, does not check, or
 * does not apply to. Nothing that is relevant passes unseen: a check whose fact is missing, or whose rule is
 * not recorded for the edition, says so. Which rule looks at which make is from memory: NEC 314.17, 314.3,
 * 320.12, 320.30, 320.40, 330.12, 330.30, 334.15, 334.30, 340.10, 340.12.
 */
import { plainNamer } from '../finding/say.ts';
import { wordsOf } from '../finding/finding.ts';
import {
  CHECK_NAMES,
  type CheckName,
  editionOf,
  type EditionId,
  EDITIONS,
  MAKES,
  type Make,
} from '../edition/index.ts';
import { changeItem } from '../box/edit.ts';
import { tally } from '../fill/tally.ts';
import { boxOf } from '../tests/layouts.ts';
import { checkBox, checkStatuses } from './check-box.ts';
import type { CheckStatus } from './finding.ts';
import { note } from '../tests/note.ts';

const MATERIALS = ['plastic', 'metal'] as const;

/** Facts of a box in which every fact is wrong, every one is right, or none is known. */
const WRONG =
  'breaker 60, free 4 in, past 1 in, sheath 0 in, support 40 in, entries 0, setback 2 in, finish noncombustible, gap 1 in, edge 1/2 in, exposed, damage likely, bored, hangs fan, cavity 1/2 in, deep 1 in';
const RIGHT =
  'breaker 20, free 8 in, past 4 in, sheath 1/2 in, support 6 in, entries 6, setback 0 in, finish combustible, gap 1/16 in, edge 2 in, cavity 4 in, deep 3 in, hangs fan, rated fan, weighs 30';

function statuses(make: Make, material: string, edition: EditionId, facts: string) {
  const box = boxOf(
    `60 in3 ${material} round, 12/2 ${make} loop, duplex 20a, switch${facts === '' ? '' : `, ${facts}`}`,
  );
  return checkStatuses(box, editionOf(edition), tally(box, editionOf(edition)));
}

const everywhere = MAKES.flatMap((make) =>
  MATERIALS.flatMap((material) => EDITIONS.map(({ id }) => ({ make, material, edition: id }))),
);

/** What a check must look at, whatever the edition: by make and material. */
const RELEVANT: Readonly<
  Partial<Record<CheckName, (make: Make, material: string, edition: EditionId) => boolean>>
> = {
  support: () => true,
  'free-conductor': () => true,
  sheath: (make) => make === 'nm' || make === 'uf',
  connectors: () => true,
  'exposed-cable': () => true,
  'stud-edge': () => true,
  'circuit-conductor': () => true,
  // Armor grounds in the NEC; armored cable of the CEC has a bonding conductor.
  'ground-size': (make, _, edition) => make !== 'ac' || edition.startsWith('cec'),
  'device-depth': () => true,
  setback: () => true,
  gap: () => true,
  entries: () => true,
  'rated-box': () => true,
  'box-in-wall': () => true,
  'circuit-receptacle': () => true,
};

test('with no fact known, what is relevant finds something or says what it lacks', () => {
  for (const { make, material, edition } of everywhere) {
    const told = statuses(make, material, edition, '');
    for (const [name, relevant] of Object.entries(RELEVANT)) {
      const status = told[name as CheckName];
      // A cable lies exposed, and a cavity is looked at, only where that is recorded.
      if (name === 'exposed-cable' || name === 'box-in-wall') continue;
      const seen = relevant(make, material, edition) ? ['finds', 'not checked'] : ['does not apply'];
      expect([make, material, edition, name, status]).toEqual([
        make,
        material,
        edition,
        name,
        expect.stringMatching(new RegExp(`^(${seen.join('|')})$`)),
      ]);
    }
  }
});

test('with every fact wrong, every relevant check finds it, or says that its rule is not recorded', () => {
  for (const { make, material, edition } of everywhere) {
    const told = statuses(make, material, edition, WRONG);
    const { sections } = editionOf(edition).checks;
    for (const [name, relevant] of Object.entries(RELEVANT) as [
      CheckName,
      (typeof RELEVANT)['gap'] & object,
    ][]) {
      if (name === 'connectors' && material === 'plastic' && (make === 'nm' || make === 'uf')) continue;
      const wanted: CheckStatus = !relevant(make, material, edition)
        ? 'does not apply'
        : sections[name] === null
          ? 'not checked'
          : 'finds';
      expect([make, material, edition, name, told[name]]).toEqual([make, material, edition, name, wanted]);
    }
  }
});

test('an MC, AC or UF cable held far from its box is told by its own rule; a near one passes', () => {
  const section = (line: string) => {
    const box = boxOf(line);
    const nec = editionOf('nec2023');
    return checkBox(box, nec, tally(box, nec)).findings.find(({ code }) => code === 'support')?.section;
  };
  expect(section('18 in3 metal, 12/2 mc, clamps, support 14 in')).toBe('330.30(B)');
  expect(section('18 in3 metal, 12/2 ac, clamps, support 14 in')).toBe('320.30');
  expect(section('18 in3 plastic, 12/2 uf, support 14 in')).toBe('314.17');
  expect(section('18 in3 metal, 12/2 mc, clamps, support 12 in')).toBeUndefined();
});

test('no finding of a Canadian box cites a section of the NEC or says an inch', () => {
  for (const edition of ['cec2018', 'cec2021'] as const)
    for (const make of MAKES)
      for (const material of MATERIALS)
        for (const facts of ['', WRONG, RIGHT]) {
          const box = boxOf(
            `60 in3 ${material} round, 12/2 ${make} loop, 14/2 no-ground, duplex 15a, switch, smart${facts === '' ? '' : `, ${facts}`}, place kitchen`,
          );
          const { findings, notChecked } = checkBox(box, editionOf(edition), tally(box, editionOf(edition)));
          for (const found of findings) {
            const words = wordsOf(found, plainNamer('ml'));
            expect(found.section).not.toMatch(/^\d{3}\.|Table 250/);
            expect(words).not.toMatch(/\d in\b|[⁄¼½⅛] in\b/);
          }
          for (const { section } of notChecked) expect(section).not.toMatch(/^\d{3}\./);
        }
});

test('a Canadian length is told in millimetres, an American one in inches', () => {
  const words = (line: string) => {
    const box = boxOf(line);
    const edition = editionOf(box.edition ?? 'nec2023');
    const { findings } = checkBox(box, edition, tally(box, edition));
    return findings
      .filter(({ code }) => code === 'support')
      .map((one) => wordsOf(one, plainNamer(edition.unit)))
      .join();
  };
  expect(words('cec2021, 18 in3 metal, 12/2, clamps, support 14 in')).toBe(
    'The cable is held 355.6 mm from the box; 300 mm is the most.',
  );
  expect(words('18 in3 metal, 12/2, clamps, support 14 in')).toBe(
    'The cable is held 14 in from the box; 12 in is the most.',
  );
});

test('the timer’s neutral is one truth in Checks and in Join', () => {
  const found = (line: string, neutral?: boolean) => {
    const box = boxOf(line);
    const set = neutral === undefined ? box : changeItem(box, 'i2.0', { wired: { circuit: 'a', neutral } });
    const nec = editionOf('nec2023');
    return checkBox(set, nec, tally(set, nec)).findings.find(({ code }) => code === 'neutral-at-switch')
      ?.severity;
  };
  expect(found('14 in3, 14/2 loop, timer')).toBe('violation');
  expect(found('14 in3, 14/2 loop, timer', false)).toBe('look');
  expect(found('14 in3, 14/2 loop, dimmer')).toBe('look');
  expect(found('14 in3, 14/2 loop, dimmer', true)).toBe('violation');
});
test('the table: every check by make, material and edition', () => {
  const letter: Readonly<Record<CheckStatus, string>> = {
    finds: 'F',
    passes: 'p',
    'not checked': '?',
    'does not apply': '.',
  };
  const head = MAKES.flatMap((make) => MATERIALS.map((material) => `${make}/${material.slice(0, 2)}`));
  const rows = CHECK_NAMES.flatMap((name) =>
    (['nec2023', 'cec2021'] as const).map((edition) => {
      const cells = MAKES.flatMap((make) =>
        MATERIALS.map((material) =>
          ['', RIGHT, WRONG].map((facts) => letter[statuses(make, material, edition, facts)[name]]).join(''),
        ),
      );
      return `${`${name} ${edition}`.padEnd(30)} ${cells.map((cell) => cell.padEnd(7)).join('')}`;
    }),
  );
  note(
    `Checks with no fact known, every fact right, every fact wrong. F finds, p passes, ? not checked, . does not apply.\n${''.padEnd(31)}${head.map((cell) => cell.padEnd(7)).join('')}\n${rows.join('\n')}`,
  );
  expect(rows).toHaveLength(CHECK_NAMES.length * 2);
});
