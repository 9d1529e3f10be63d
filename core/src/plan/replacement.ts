/** What an exchange of a worn device brings with it (NEC 406.4(D), 404.14; from memory; docs/trade.md#identifying). */
import type { WorkPlan } from '../box/work.ts';
import type { Edition } from '../edition/index.ts';
import type { Face } from './faces.ts';

/** The duties of the devices that are exchanged, in sentences; none where none is. */
export function replacementDuties(work: WorkPlan, faces: readonly Face[], { checks }: Edition): string[] {
  const exchanged = faces.filter(({ key }) => work.renewed?.includes(key));
  const receptacles = exchanged.filter(({ kind }) => kind.rated);
  const duties: string[] = [];
  if (receptacles.length > 0)
    duties.push(
      `A replacement receptacle has duties of its own (${checks.replacement}, from memory): GFCI protection where this place asks for it now, AFCI where its circuit does, tamper-resistant, weather-resistant outdoors; without a ground, a two-slot one or a GFCI marked “no equipment ground”. The adopted code decides.`,
    );
  if (exchanged.length > receptacles.length)
    duties.push('A replacement switch is of the rating and kind of the old one, and is grounded.');
  return duties;
}
