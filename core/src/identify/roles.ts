/** What a cable that comes into a box can be, before anyone knows (docs/trade.md#identifying, docs/glossary.md). */

/** Each role with its words. */
export const ROLE_WORDS = {
  feed: 'feed: the line comes in here',
  'feed-out': 'feed-out: takes the line on',
  leg: 'to a light or load',
  loop: 'loop to a switch elsewhere',
  spare: 'spare: ends nowhere',
  travelers: 'travelers of three-way switches',
  'loop-in': 'loop from a light that is fed elsewhere',
} as const;
export type CableRole = keyof typeof ROLE_WORDS;

/** What is thought of where nothing is said of it. */
export const USUAL_ROLES: readonly CableRole[] = ['feed', 'feed-out', 'leg', 'loop', 'spare'];

/** The roles that can bring power into the box: one of its cables must have one of them. */
const SOURCES: readonly CableRole[] = ['feed', 'travelers', 'loop-in'];
export const isSource = (role: CableRole): boolean => SOURCES.includes(role);

/**
 * The roles that are possible where none are named: travelers too where a three-way was mounted.
 * @param controls devices that were mounted on the box, by their words in the count line
 */
export function rolesFor(controls: readonly string[]): readonly CableRole[] {
  const ways = controls.includes('3way') || controls.includes('4way');
  return ways ? [...USUAL_ROLES, 'travelers'] : USUAL_ROLES;
}
