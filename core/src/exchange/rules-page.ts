/** docs/rules.md, made from the edition data: every rule, table value and constant with its source. */
import {
  BREAKERS,
  CHECK_NAMES,
  type Cited,
  type Edition,
  EDITIONS,
  MAKES,
  type RuleName,
  SIZES,
  TERMINAL_RULES,
} from '../edition/index.ts';
import { type Length, showInches, showMillimetres } from '../quantity/length.ts';
import { printVolume, UNIT_NAMES, type Volume } from '../quantity/volume.ts';

/** What each counting rule says, in one sentence of ours. */
const RULE_WORDS: Readonly<Record<RuleName, string>> = {
  conductors:
    'Each conductor that enters and is spliced or lands counts 1; passing through unbroken 1; an unbroken loop 1, a long one 2; one that never leaves the box 0. At its own size.',
  clamps: 'One or more internal clamps count 1 in all, at the largest conductor present.',
  fittings: 'One or more studs count 1, one or more hickeys count 1, at the largest conductor present.',
  devices: 'Each yoke counts 2 for each gang it needs, at the largest conductor connected to that device.',
  'grounds-together':
    'All equipment grounds that enter count 1 together, an isolated set 1 more, each at its largest.',
  'grounds-four-then-quarters':
    'Up to four equipment grounds that enter count 1, each beyond four ¼, at the largest.',
  'terminal-blocks': 'Each terminal block assembly counts 1, at the largest conductor landed on it.',
  'insulated-conductors':
    'Each insulated conductor counts 1, ending here, passing through or looped; bare bonding conductors count 0.',
  'fittings-together': 'One or more fixture studs or hickeys count 1 in all.',
  'connector-pairs':
    'Each pair of insulated connectors counts 1, at the largest size under it; one left over counts 0.',
  'strap-devices':
    'Each flush device on a single strap counts 2, of mixed sizes at the largest on the device (our reading); deeper than 1 in behind the strap it takes volume by its depth instead.',
};

const row = (...cells: string[]) => `| ${cells.join(' | ')} |`;

function constant(name: string, cited: Cited<unknown>, value: string): string {
  return row(name, value, cited.section, cited.confidence, cited.note ?? '');
}

function constants(edition: Edition): string[] {
  const { unit } = edition;
  const volume = (amount: Volume) => `${printVolume(amount, unit)} ${UNIT_NAMES[unit]}`;
  const { fixtureWires, grounds, longLoop, deepDevice } = edition;
  const groundWords =
    typeof grounds.value === 'string'
      ? { all: 'all together 1, isolated set 1 more', none: 'bare ones 0' }[grounds.value]
      : `first ${grounds.value.first} together 1, each further 1/${grounds.value.share}`;
  return [
    constant(
      'allowances of one yoke',
      edition.yoke,
      `${edition.yoke.value}${edition.yokePerGang ? ' for each gang' : ''}`,
    ),
    constant('grounds', grounds, groundWords),
    constant('internal clamps', edition.clamps, edition.clamps.value),
    constant('splicing connectors', edition.connectors, edition.connectors.value),
    constant('terminal blocks', edition.terminalBlocks, edition.terminalBlocks.value),
    constant(
      'fixture wires left out',
      fixtureWires,
      `${fixtureWires.value.upTo > 100 ? 'all' : `up to ${fixtureWires.value.upTo}`} of ${fixtureWires.value.largest} AWG or smaller${fixtureWires.value.domedOnly ? ', domed only' : ''}`,
    ),
    constant('unmarked metal barrier', edition.barrier.metal, volume(edition.barrier.metal.value)),
    constant('unmarked plastic barrier', edition.barrier.plastic, volume(edition.barrier.plastic.value)),
    ...(longLoop
      ? [constant('loop that counts twice', longLoop, `${showInches(longLoop.value)} in or longer`)]
      : []),
    ...(deepDevice
      ? [
          constant(
            'deep device',
            deepDevice,
            `deeper than ${showInches(deepDevice.value.beyond)} in: ${deepDevice.value.atomsPerNm / 1000} mL a cm`,
          ),
        ]
      : []),
  ];
}

/** What is looked at beside the fill, and the values it is held to. */
function beside(edition: Edition): string[] {
  const { checks, terminals, unit } = edition;
  const say = (length: Length | null) =>
    length === null
      ? 'not recorded'
      : unit === 'ml'
        ? `${showMillimetres(length)} mm`
        : `${showInches(length)} in`;
  const breakers = BREAKERS.map((amps) => `${amps} A`);
  return [
    'Beside the fill (sections and values from memory; “not recorded” is told as not checked, never passed):',
    '',
    row('check', 'section'),
    row('---', '---'),
    ...CHECK_NAMES.map((name) => row(name, checks.sections[name] ?? 'not recorded')),
    ...MAKES.map((make) =>
      row(
        `support of ${make.toUpperCase()}: ${say(checks.support[make].most)}`,
        checks.support[make].section,
      ),
    ),
    row(
      `free conductor: ${say(checks.freeConductor.least)}, past the opening ${say(checks.freeConductor.past)}`,
      checks.sections['free-conductor'] ?? 'not recorded',
    ),
    row(`sheath inside: ${say(checks.sheath)}`, checks.sections.sheath ?? 'not recorded'),
    row(
      `setback: ${say(checks.setback.noncombustible)}, of a combustible surface none`,
      checks.sections.setback ?? 'not recorded',
    ),
    row(`gap: ${say(checks.gap)}`, checks.sections.gap ?? 'not recorded'),
    row(`stud’s face: ${say(checks.studEdge)}`, checks.sections['stud-edge'] ?? 'not recorded'),
    row(
      `a 15 A receptacle on 20 A: ${checks.fifteenOnTwenty ? 'allowed' : 'not allowed'}`,
      checks.sections['circuit-receptacle'] ?? 'not recorded',
    ),
    '',
    row('least copper, AWG', ...breakers, 'section'),
    row('---', ...breakers.map(() => '---'), '---'),
    row(
      'conductor',
      ...BREAKERS.map((amps) => String(terminals.leastConductor.value[amps])),
      terminals.leastConductor.section,
    ),
    row(
      'equipment ground',
      ...BREAKERS.map((amps) => String(terminals.leastGround.value[amps])),
      terminals.leastGround.section,
    ),
    '',
    row('rule of joints and terminals', 'section'),
    row('---', '---'),
    ...TERMINAL_RULES.map((name) => row(name, terminals.sections[name])),
    '',
  ];
}

function chapter(edition: Edition): string[] {
  const { allowances, boxes, unit } = edition;
  const sizes = SIZES.filter((size) => allowances.value[size] !== undefined);
  const counts = boxes.value.some((box) => box.counts);
  return [
    `## ${edition.name}`,
    '',
    'Rules, in the order they run:',
    '',
    row('rule', 'section', 'what it counts'),
    row('---', '---', '---'),
    ...edition.rules.map((name) => row(name, edition.sections[name], RULE_WORDS[name])),
    '',
    `One allowance, ${UNIT_NAMES[unit]} (${allowances.section}, ${allowances.confidence}):`,
    '',
    row('AWG', ...sizes.map(String)),
    row('---', ...sizes.map(() => '---')),
    row(
      UNIT_NAMES[unit],
      ...sizes.map((size) => {
        const volume = allowances.value[size];
        return volume === undefined ? '' : printVolume(volume, unit);
      }),
    ),
    '',
    row('constant', 'value', 'section', 'confidence', 'note'),
    row('---', '---', '---', '---', '---'),
    ...constants(edition),
    '',
    `Standard metal boxes, ${UNIT_NAMES[unit]} (${boxes.section}, ${boxes.confidence}):`,
    '',
    row('box', 'trade size, in', UNIT_NAMES[unit], ...(counts ? sizes.map((size) => `${size} AWG`) : [])),
    row('---', '---', '---', ...(counts ? sizes.map(() => '---') : [])),
    ...boxes.value.map((box) =>
      row(
        `\`${box.code}\``,
        box.trade,
        `${printVolume(box.volume, unit)}${box.perGang ? ' a gang' : ''}`,
        ...(counts ? sizes.map((size) => String(box.counts?.[size] ?? '')) : []),
      ),
    ),
    '',
    ...beside(edition),
  ];
}

/** The whole page as Markdown. */
export function rulesPage(): string {
  return [
    '# Rules, tables and constants',
    '',
    'Made from the edition data by `npm run docs`; a test holds this page to the data. *From memory* means written from',
    'memory of the published standard: check it against your printed code, which decides. *Common practice* means a habit',
    'of the trade without a published source.',
    '',
    'Sizes run from 18 to 6 AWG; 4 AWG and larger is sized by 314.28. Volume equal to fill passes. 1 in³ is exactly',
    '16.387064 mL. A measured box is taken as good to 1/16 in each way (ours) and is never a pass.',
    '',
    ...EDITIONS.flatMap(chapter),
  ].join('\n');
}
