/** What the ends of a box are called in sentences. */
import type { BoxDocument } from '../box/document.ts';
import type { WorkPlan } from '../box/work.ts';
import { readEnd } from './end.ts';
import type { Physical } from './physical.ts';
import { cablesOf, devicesOf } from './pieces.ts';

export function endName(end: string, { cables, devices }: Pick<Physical, 'cables' | 'devices'>): string {
  const read = readEnd(end);
  switch (read?.kind) {
    case 'box-screw':
      return 'the box’s ground screw';
    case 'pigtail':
      return `pigtail ${read.id.slice(1)}`;
    case 'terminal':
      return `the ${read.port.replaceAll('-', ' ')} of the ${devices.find(({ key }) => key === read.of)?.title ?? read.of}`;
    case 'wire':
      return `the ${read.colour} of ${cables.find(({ key }) => key === read.of)?.quoted ?? read.of}`;
    case undefined:
      return `“${end}”`;
  }
}

/** Names the ends of one box. */
export function namesOf(box: BoxDocument, work: WorkPlan): (end: string) => string {
  const physical = { cables: cablesOf(box, work), devices: devicesOf(box, work) };
  return (end) => endName(end, physical);
}
