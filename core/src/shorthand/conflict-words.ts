/** A field two people changed, in words: what it is, and what each says of it. */
import type { MergeConflict } from '../box/three-way-merge.ts';
import type { Item } from '../box/document.ts';
import { endsOf } from '../box/links.ts';
import { nameInPanel } from '../box/panel.ts';
import type { BoxFields, JobFields } from '../box/record.ts';
import { EDITION_IDS, type EditionId, editionOf } from '../edition/index.ts';
import { itemName } from './change-words.ts';
import { printItem } from './print.ts';

const NAMES: Readonly<Record<string, string>> = {
  '': 'The whole record',
  name: 'Name',
  room: 'Room',
  circuit: 'Circuit',
  stage: 'State',
  box: 'The box',
  'box.edition': 'Edition',
  'box.note': 'Note of the box',
  'box.shell.volume': 'Marked volume',
  'box.shell.box': 'Box of the table',
  'box.shell.measured': 'Inside, measured',
  'box.shell.gangs': 'Gangs',
  'box.shell.mount': 'Mounting',
  'box.shell.form': 'Shape',
  'box.shell.material': 'Material',
  'box.work.found': 'Wiring as found',
  'box.work.circuits': 'Circuits',
  'seen.note': 'Note',
  'seen.stud': 'Stud',
  'seen.minutes': 'Minutes of work',
  'seen.hole': 'Opening in the wall',
  'seen.surface': 'Surface raceway',
  'seen.remedy': 'Remedy taken',
  'seen.made': 'Joints and terminals made up',
  'seen.photos': 'Photos',
  'seen.readings': 'Readings',
  'seen.conditions': 'Condition',
  'seen.safe': 'Steps of making safe',
  'seen.safety.dead': 'Proved dead',
  'seen.closing.results': 'Test results',
};

export interface ClashWords {
  readonly what: string;
  readonly mine: string;
  readonly theirs: string;
}

const isItem = (value: unknown): value is Item =>
  typeof value === 'object' && value !== null && 'kind' in value && 'id' in value;

const isEdition = (value: unknown): value is EditionId => EDITION_IDS.some((id) => id === value);

function said(value: unknown): string {
  if (value === undefined || value === null) return 'taken out, or not there';
  if (isItem(value)) return printItem(value);
  if (isEdition(value)) return editionOf(value).name;
  if (typeof value === 'string') return value === '' ? 'empty' : value;
  if (typeof value === 'number' || typeof value === 'boolean') return String(value);
  if (Array.isArray(value) && value.length === 0) return 'none';
  if (Array.isArray(value) && value.every((one) => typeof one === 'string')) return value.join(', ');
  if (Array.isArray(value)) return `${value.length} of them`;
  return 'changed';
}

/** @param mine the record with my changes, for the names of its pieces; @param theirs with theirs */
export function clashWords(
  { path, mine, theirs }: MergeConflict,
  ours: BoxFields,
  there: BoxFields,
): ClashWords {
  const told = { mine: said(mine), theirs: said(theirs) };
  const [where, list, id, ...field] = path;
  if ((where === 'box' || where === 'found') && list === 'items' && id !== undefined) {
    const boxes = where === 'box' ? [ours.box, there.box] : [ours.found, there.found];
    const item = boxes.flatMap((box) => box?.items.find((one) => one.id === id) ?? [])[0];
    const name = item ? itemName(item) : 'A piece';
    return { what: [name, ...field].join(', '), ...told };
  }
  const key = path.join('.').replace(/^found\./, 'box.');
  return { what: NAMES[key] ?? path.slice(1).join(', '), ...told };
}

const JOB_NAMES: Readonly<Record<string, string>> = {
  '': 'The whole job',
  name: 'Name of the job',
  edition: 'Edition',
  note: 'Note of the job',
  panel: 'The panel',
  links: 'The cables between boxes',
};

/** What a job says of a circuit, a cable or a list of them, in short. */
function saidOfJob(value: unknown): string {
  if (typeof value !== 'object' || value === null) return said(value);
  if (Array.isArray(value) && value.every((one) => typeof one === 'object')) return `${value.length} cables`;
  if ('circuits' in value && Array.isArray(value.circuits)) return `${value.circuits.length} circuits`;
  if ('space' in value && 'label' in value) return `in space ${String(value.space)}, ${said(value.label)}`;
  return said(value);
}

/** @param ours the job with my changes, for the names of its circuits; @param there with theirs */
export function jobClashWords(
  { path, mine, theirs }: MergeConflict,
  ours: JobFields,
  there: JobFields,
): ClashWords {
  const told = { mine: saidOfJob(mine), theirs: saidOfJob(theirs) };
  const [where, second, third, ...field] = path;
  if (where === 'panel' && second === 'spaces' && third !== undefined)
    return { what: `Space ${third} of the panel`, ...told };
  if (where === 'panel' && second === 'circuits' && third !== undefined) {
    const one = [ours, there].flatMap(({ panel }) => panel.circuits.find(({ id }) => id === third) ?? [])[0];
    return { what: [one ? `Circuit ${nameInPanel(one)}` : 'A circuit', ...field].join(', '), ...told };
  }
  if (where === 'links' && second !== undefined) {
    const link = [ours, there].flatMap(({ links }) => links.find(({ id }) => id === second) ?? [])[0];
    const words = link && endsOf(link).length === 2 ? 'A cable between two boxes' : 'A cable of a box';
    return { what: [words, ...[third, ...field].filter((one) => one !== undefined)].join(', '), ...told };
  }
  return { what: JOB_NAMES[path.join('.')] ?? path.join(', '), ...told };
}
