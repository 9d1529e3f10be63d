/**
 * What the job knows of a box beside its own record: the rating of its breaker and what protects it, at the breaker or upstream in the
 * run. What was said once, anywhere in the job, is known everywhere; what the box says itself stands.
 */
import type { BoxDocument } from '../box/document.ts';
import { circuitNamed, type Panel } from '../box/panel.ts';
import { circuitsIn } from '../box/safety.ts';
import type { Protection, Site } from '../box/site.ts';
import type { RunBox } from './house.ts';
import { NO_ROLES, type Roles, withRoles } from './linked-roles.ts';

/** Facts of a box that stand elsewhere in its job. */
export interface Surroundings extends Pick<Site, 'breaker' | 'protected'> {
  /** Roles of its cables that follow from where they are linked. */
  readonly roles?: Roles;
}

/** The one value that all have; undefined where they differ or there is none. */
function shared<T>(values: readonly (T | undefined)[]): T | undefined {
  const [first] = values;
  return values.every((one) => one === first) ? first : undefined;
}

/** Two protections together. */
function both(a: Protection | undefined, b: Protection | undefined): Protection | undefined {
  if (a === undefined || b === undefined || a === b) return a ?? b;
  return a === 'none' ? b : b === 'none' ? a : 'dual';
}

/**
 * What the panel and the run tell of a box.
 * @param behind GFCIs of other boxes before it, as the run has them
 * @param roles of its cables, as their links tell them
 */
export function surroundingsOf(
  record: Pick<RunBox, 'circuit' | 'box'>,
  panel: Panel,
  behind: readonly string[],
  roles: Roles = NO_ROLES,
): Surroundings {
  const circuits = circuitsIn(record).map((name) => circuitNamed(panel, name));
  const breaker = shared(circuits.map((one) => one?.amps));
  const atBreaker = shared(circuits.map((one) => one?.protection));
  const ahead = both(atBreaker, behind.length > 0 ? 'gfci' : undefined);
  return {
    ...(breaker === undefined ? {} : { breaker }),
    ...(ahead === undefined ? {} : { protected: ahead }),
    ...(Object.keys(roles).length === 0 ? {} : { roles }),
  };
}

/** The box with what is known around it, where it does not say it itself. */
export function withSurroundings(recorded: BoxDocument, { roles, ...known }: Surroundings): BoxDocument {
  const box = withRoles(recorded, roles);
  const site = { ...known, ...box.site };
  const isNew = Object.keys(site).length > Object.keys(box.site ?? {}).length;
  return isNew ? { ...box, site } : box;
}
