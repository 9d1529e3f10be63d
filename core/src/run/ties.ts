/** What the panel answers of a wiring: circuits that must open together and are known to. */
import { goOffTogether, type Panel } from '../box/panel.ts';
import type { WorkPlan } from '../box/work.ts';
import { handleGroups } from '../physical/circuits.ts';
import type { Physical } from '../physical/physical.ts';
import type { WiringFinding } from '../wiring-rules/rules.ts';

/** The findings without those that ask for one handle where the panel has one for all circuits concerned. */
export function withoutKnownTies(
  findings: readonly WiringFinding[],
  physical: Pick<Physical, 'devices'>,
  work: Pick<WorkPlan, 'circuits'>,
  panel: Panel,
): readonly WiringFinding[] {
  const nameOf = (id: string) => work.circuits.find((one) => one.id === id)?.name ?? '';
  const known = handleGroups(physical, work).every(([first = '', ...others]) =>
    others.every((id) => goOffTogether(panel, nameOf(first), nameOf(id))),
  );
  return known ? findings.filter(({ code }) => code !== 'yoke' && code !== 'multiwire') : findings;
}
