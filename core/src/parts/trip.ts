/**
 * One trip: everything a job needs that is not there yet, in one list. Of a box with a planned change what the change
 * brings in; of every box that is not built what its joints take. Less what the truck holds.
 */
import { kindOf } from '../device/index.ts';
import Papa from 'papaparse';
import type { BoxDocument, Item } from '../box/document.ts';
import { volumeIn } from '../box/stored-quantities.ts';
import { comesOut } from '../box/comes-out.ts';
import { difference } from '../box/difference.ts';
import { endKey, endsOf, type Link } from '../box/links.ts';
import type { BoxRecord, Job } from '../box/record.ts';
import { ADDED_PARTS, DEVICES, FORMS } from '../box/words.ts';
import { editionOf } from '../edition/index.ts';
import { safeCell } from '../exchange/csv.ts';
import { withBoxOut } from '../plan/box-out.ts';
import { type Parts, partsOf as cutOf, sumParts } from '../plan/cut-list.ts';
import { partsWords } from '../plan/parts-words.ts';
import { planBox } from '../plan/planned.ts';
import { showInches } from '../quantity/length.ts';
import { workOf } from '../plan/suggest.ts';
import { printShell } from '../shorthand/print.ts';
import { holePlan, needsExtender, patchNeeded } from '../space/of-box.ts';
import { fittingsOf, layOut } from '../space/surface.ts';
import { type Kit, partsOf as boxesOf } from './kit.ts';

export const TRIP_KINDS = {
  box: 'Boxes',
  ring: 'Rings and extensions',
  device: 'Devices',
  plate: 'Plates and covers',
  wall: 'For the wall',
  raceway: 'Surface raceway',
  cable: 'Cable',
  joint: 'For the joints',
  label: 'Labels',
} as const;
export type TripKind = keyof typeof TRIP_KINDS;

export interface TripRow {
  readonly kind: TripKind;
  readonly what: string;
  /** How many; undefined where the words tell it. */
  readonly count: number | undefined;
  /** What is to be known: a length, how it is cut, what the truck has of it. */
  readonly note: string;
  /** Boxes it is for, by name. */
  readonly for: readonly string[];
}

export interface Trip {
  readonly rows: readonly TripRow[];
  /** Boxes whose joints are left out: no good plan yet. */
  readonly unplanned: readonly string[];
}

export interface TripOf {
  readonly job: Pick<Job, 'edition' | 'links'>;
  readonly boxes: readonly BoxRecord[];
  readonly kit: Kit;
}

export function tripOf({ job, boxes, kit }: TripOf): Trip {
  const list = new Listed();
  const unplanned: string[] = [];
  const cuts: Parts[] = [];
  const cables = new Map<string, Cable>();
  for (const record of boxes) {
    if (record.stage === 'built') continue;
    const { box, circuit, name, stage, found } = record;
    const edition = editionOf(box.edition ?? job.edition);
    const work = workOf(box, circuit);
    // Planned as if everything were at hand: what is not is bought.
    const whole = planBox(box, work, edition);
    const { good, wiring, plan, work: planned } = comesOut(record) ? withBoxOut(whole) : whole;
    if (good) cuts.push(cutOf(box, planned, wiring, plan.kept));
    else unplanned.push(name);
    for (const id of work.renewed ?? []) {
      const item = box.items.find((one) => one.id === id);
      if (item?.kind === 'device')
        list.add('device', DEVICES[item.device], 1, name, 'in place of a worn one');
    }
    if (record.seen.surface) bringRaceway(list, record);
    if (stage === 'planned' && found) bring(list, cables, { record, found, job, kit });
  }
  for (const { what, feet, unknown, names } of cablesOf(cables))
    list.add(
      'cable',
      what,
      undefined,
      names,
      [
        feet > 0 ? `${feet} ft` : '',
        unknown > 0 ? `${unknown} ${unknown === 1 ? 'length' : 'lengths'} not known` : '',
      ]
        .filter((one) => one !== '')
        .join(', '),
    );
  const parts = sumParts(cuts);
  for (const { what, how } of partsWords(lessTruck(parts, kit))) list.add('joint', what, undefined, [], how);
  for (const { name, had, count } of heldBy(parts, kit))
    list.add('joint', name, undefined, [], `${Math.min(had, count)} of ${count} are in the truck`);
  return { rows: list.rows(), unplanned };
}

/** Connectors the truck does not hold. One that is not counted there is plenty, and still told: it must be in it. */
const lessTruck = (parts: Parts, { connectors: held }: Kit): Parts => ({
  ...parts,
  connectors: parts.connectors.flatMap((one) => {
    const left = one.count - (held[one.id] ?? 0);
    return left > 0 ? [{ ...one, count: left }] : [];
  }),
});

const heldBy = ({ connectors }: Parts, { connectors: held }: Kit) =>
  connectors.flatMap(({ id, name, count }) =>
    (held[id] ?? 0) > 0 ? [{ name, count, had: held[id] ?? 0 }] : [],
  );

interface Brought {
  readonly record: BoxRecord;
  readonly found: BoxDocument;
  readonly job: TripOf['job'];
  readonly kit: Kit;
}

/** What the planned change of one box brings in. */
function bring(list: Listed, cables: Map<string, Cable>, { record, found, job, kit }: Brought): void {
  const { box, name, id, seen } = record;
  let faced = false;
  for (const change of difference(found, box)) {
    if (change.what === 'box' && change.field === 'shell') {
      list.add('box', shellWords(box), 1, name, isAtHand(box, job, kit) ? 'the truck has one like it' : '');
      faced = true;
    }
    const item = change.what === 'added' ? change.item : change.what === 'swapped' ? change.after : undefined;
    const count = change.what === 'box' ? 1 : change.count;
    if (!item) continue;
    if (item.kind === 'device') {
      list.add('device', deviceWords(item), count, name);
      faced = true;
    }
    if (item.kind === 'added') list.add('ring', addedWords(item), count, name);
    if (item.kind === 'cable' && change.what === 'added')
      for (const piece of change.ids) cable(cables, item, { box: id, piece }, name, job.links);
  }
  const opened = seen.hole && holePlan(record, editionOf(box.edition ?? job.edition));
  const kind = opened?.best?.plate.kind ?? 'standard';
  if (faced) list.add('plate', `${kind === 'standard' ? '' : `${kind} `}${plateWords(box)}`, 1, name);
  if (opened?.best && patchNeeded(opened))
    list.add('wall', 'board and compound for the old opening', 1, name);
  if (opened && needsExtender(opened))
    list.add('wall', 'box extender, for the finish over the board', 1, name, '314.20');
  if (box.site?.bored && !found.site?.bored)
    list.add('wall', 'fire-stop for a bored plate', 1, name, '300.21');
  list.add('label', 'label for the inside of the cover', 1, name);
}

/** What a run of surface raceway takes: lengths as they are sold, fittings, bushings, straps, wire. */
function bringRaceway(list: Listed, { name, seen }: BoxRecord): void {
  if (!seen.surface) return;
  const run = layOut(seen.surface);
  if (!run.cut || !run.nested) return;
  const pieces = run.pieces.map((piece) => `${showInches(piece)} in`).join(', ');
  list.add(
    'raceway',
    `raceway, ${seen.surface.stock} lengths`,
    run.nested.lengths.length,
    name,
    `cut ${pieces}`,
  );
  for (const [what, many] of Object.entries(fittingsOf(run))) list.add('raceway', what, many, name);
  list.add('raceway', 'bushings', run.cut.bushings, name);
  list.add('raceway', 'straps', run.cut.supports, name);
  list.add('raceway', 'wire, each', seen.surface.wires, name, `${showInches(run.wire)} in long`);
}

const shellWords = ({ shell: { form, ...shell } }: BoxDocument) =>
  [printShell(shell).join(', '), form && FORMS[form]]
    .filter(Boolean)
    .join(' ')
    .replaceAll(/\bin3\b/g, 'in³');

/** Whether a box of the same form, material, gangs and volume is among those at hand. */
function isAtHand({ shell, edition }: BoxDocument, job: TripOf['job'], kit: Kit): boolean {
  const volume = shell.volume === undefined ? undefined : volumeIn(shell.volume);
  return boxesOf(editionOf(edition ?? job.edition), kit).some(
    (one) =>
      kit.here.includes(one.id) &&
      one.gangs === shell.gangs &&
      (shell.box === undefined ? one.volume === volume : one.code === shell.box) &&
      (shell.material === undefined || one.material === shell.material) &&
      (shell.form === undefined || one.form === shell.form),
  );
}

const deviceWords = ({ device, amps }: Extract<Item, { kind: 'device' }>) =>
  `${DEVICES[device]}${amps === undefined ? '' : `, ${amps} A`}`;
const addedWords = ({ part, volume, box }: Extract<Item, { kind: 'added' }>) =>
  [ADDED_PARTS[part], box ?? volume ?? 'unmarked'].join(' ').replaceAll(/\bin3\b/g, 'in³');

/** The plate that goes over the devices, gang by gang; a cover where there is none. */
function plateWords({ shell, items }: BoxDocument): string {
  const openings = items.flatMap((item) =>
    item.kind === 'device' ? [kindOf(item.device).opening ?? 'rectangular'] : [],
  );
  if (openings.length === 0) return `blank cover, ${FORMS[shell.form ?? 'device-box']}`;
  return `${Math.max(shell.gangs, openings.length)}-gang plate: ${openings.join(', ')}`;
}

interface Cable {
  readonly what: string;
  readonly feet: number | undefined;
  readonly names: readonly string[];
}

/** One cable: with its other end in another box of the job it is the same cable. */
function cable(
  all: Map<string, Cable>,
  { size, conductors, make, ground }: Extract<Item, { kind: 'cable' }>,
  end: { readonly box: string; readonly piece: string },
  name: string,
  links: readonly Link[],
): void {
  const link = links.find((one) => endsOf(one).some((each) => endKey(each) === endKey(end)));
  const key = link?.id ?? endKey(end);
  const before = all.get(key);
  all.set(key, {
    what: `${size}/${conductors} ${make.toUpperCase()} cable${ground ? '' : ' without ground'}`,
    feet: link?.feet,
    names: [...(before?.names ?? []), name],
  });
}

/** Cables of one kind together. */
function cablesOf(all: ReadonlyMap<string, Cable>) {
  const kinds = new Map<string, { what: string; feet: number; unknown: number; names: string[] }>();
  for (const { what, feet, names } of all.values()) {
    const known = kinds.get(what) ?? { what, feet: 0, unknown: 0, names: [] };
    kinds.set(what, {
      what,
      feet: known.feet + (feet ?? 0),
      unknown: known.unknown + (feet === undefined ? 1 : 0),
      names: [...new Set([...known.names, ...names])],
    });
  }
  return [...kinds.values()];
}

/** Rows as they are listed: the same thing once, with how many. */
class Listed {
  readonly #rows = new Map<string, TripRow>();

  add(
    kind: TripKind,
    what: string,
    count: number | undefined,
    names: string | readonly string[],
    note = '',
  ): void {
    const key = `${kind}|${what}|${note}`;
    const before = this.#rows.get(key);
    const all = [...(before?.for ?? []), ...[names].flat()];
    const many = count === undefined ? before?.count : (before?.count ?? 0) + count;
    this.#rows.set(key, { kind, what, count: many, note, for: [...new Set(all)] });
  }

  rows(): TripRow[] {
    const order = Object.keys(TRIP_KINDS);
    return [...this.#rows.values()].sort((a, b) => order.indexOf(a.kind) - order.indexOf(b.kind));
  }
}

/** What a row is known by, so that a tick stays with it. */
export const tripKey = ({ kind, what, note }: TripRow): string => `${kind}|${what}|${note}`;

/** The list as CSV (RFC 4180), with a header row; cells a spreadsheet would take for a formula are text. */
export const tripCsv = ({ rows }: Pick<Trip, 'rows'>): string =>
  `${Papa.unparse(
    [
      ['kind', 'count', 'what', 'note', 'for'],
      ...rows.map(({ kind, count, what, note, for: names }) => [
        TRIP_KINDS[kind],
        count === undefined ? '' : String(count),
        safeCell(what),
        safeCell(note),
        safeCell(names.join('; ')),
      ]),
    ],
    { newline: '\r\n' },
  )}\r\n`;
