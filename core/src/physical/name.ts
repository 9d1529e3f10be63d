/** What the ends of a box are called in sentences. */
import type { BoxDocument } from '../box/document.ts';
import type { WorkPlan } from '../box/work.ts';
import { plainNamer, type Namer } from '../finding/say.ts';
import { nameOfCircuit } from './circuits.ts';
import { readEnd } from '../wiring/end.ts';
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

/** The names of one box, for findings. What a conductor carries is the planner’s to say. */
export function namerOf(
  physical: Pick<Physical, 'cables' | 'devices' | 'uses' | 'switches' | 'grounded'>,
  work: Pick<WorkPlan, 'circuits'>,
  unit?: 'in3' | 'ml',
): Namer {
  const plain = plainNamer(unit);
  const named = <T>(
    among: readonly T[],
    idOf: (one: T) => string,
    nameOf: (one: T) => string,
    otherwise: (id: string) => string,
  ) => {
    const names = new Map(among.map((one) => [idOf(one), nameOf(one)]));
    return (id: string) => names.get(id) ?? otherwise(id);
  };
  const device = named(
    physical.devices,
    ({ key }) => key,
    ({ title }) => title,
    plain.piece,
  );
  return {
    ...plain,
    piece: named(
      physical.cables,
      ({ key }) => key,
      ({ quoted }) => quoted,
      device,
    ),
    end: (end) => endName(end, physical),
    use: named(
      physical.uses,
      ({ id }) => id,
      ({ name }) => name,
      plain.use,
    ),
    switchOf: named(
      physical.switches,
      ({ id }) => id,
      ({ name }) => name,
      plain.switchOf,
    ),
    grounded: named(
      physical.grounded,
      ({ node }) => node,
      ({ name }) => name,
      plain.grounded,
    ),
    circuit: (id) => nameOfCircuit(work, id),
  };
}

/** Names the ends of one box. */
export function namesOf(box: BoxDocument, work: WorkPlan): (end: string) => string {
  const physical = { cables: cablesOf(box, work), devices: devicesOf(box, work) };
  return (end) => endName(end, physical);
}
