/**
 * Proof of a wiring (docs/trade.md#simulation): in every position of every switch each thing that uses power is on exactly
 * when it is meant to be, what is constant always; nothing meets that must not; its current goes out and comes
 * back the same way; taking any device out opens no ground and no multiwire neutral. What fails is named, and
 * where. It stands on the physical box and knows nothing of how the wiring was planned.
 */
import type { WorkPlan } from '../box/work.ts';
import type { Edition } from '../edition/index.ts';
import { finding, whereOf } from '../finding/finding.ts';
import { sharersOf } from '../physical/circuits.ts';
import type { Physical } from '../physical/physical.ts';
import type { Circuitry } from './circuit.ts';
import { imbalancesOf, type Ways, waysIn } from './currents.ts';
import type { Fault, ProofContext } from './proof-context.ts';
import { checkPositions, statesOf } from './positions.ts';
import { type Required, requirementsOf } from './required.ts';
import { type Positions, prepare } from './state.ts';
import { checkBreaker, checkGroundsAndNeutrals, checkGuard } from './trials.ts';

export interface Proof {
  readonly faults: readonly Fault[];
  /** How many states were tried. */
  readonly states: number;
  /** How many things that use power were proved. None: there was nothing to prove, and it is not good. */
  readonly proved: number;
  readonly good: boolean;
}

export function prove(circuitry: Circuitry, work: WorkPlan, edition: Edition): Proof {
  const { physical } = circuitry;
  const faults = new Map<string, Fault>();
  const looking: ProofContext = {
    circuitry,
    prepared: prepare(circuitry),
    work,
    required: requirementsOf(physical, work),
    add(code, args, at) {
      const key = `${code}|${whereOf({ at }).join()}`;
      // What fails electrically rests on no section; where a rule says it too, its words name it.
      if (!faults.has(key))
        faults.set(key, finding('proof', code, args, { at, severity: 'violation', section: 'simulation' }));
    },
    section: (rule) => edition.terminals.sections[rule],
  };
  const states = statesOf(physical);
  const proved = checkPositions(looking, states);
  checkGroundsAndNeutrals(looking);
  for (const { of } of physical.guards) checkGuard(looking, of);
  if (work.circuits.length > 1) for (const { id } of work.circuits) checkBreaker(looking, id);
  checkSharing(looking);
  const seen = new Map<string, Ways>();
  for (const one of looking.required) checkCurrent(looking, one, seen);
  if (proved === 0) tellNothing(looking, faults.size);
  const list = [...faults.values()];
  return { faults: list, states: states.length, proved, good: list.length === 0 };
}

/** The most members of a chain whose positions are all tried when currents are followed. */
const MEMBERS_MOST = 6;

/** States in which a use may be on: its own switch on, or its chain in every position; the others all off and all on. */
function onStatesOf({ control }: Required, { switches }: Physical): Positions[] {
  if (control.kind === 'switch')
    return [0, 1].map((others) =>
      Object.fromEntries(switches.map(({ id }) => [id, id === control.id ? 1 : others])),
    );
  const own = control.kind === 'chain' ? control.members.slice(0, MEMBERS_MOST) : [];
  return [0, 1].flatMap((others) =>
    Array.from({ length: 2 ** own.length }, (_, bits) =>
      Object.fromEntries(
        switches.map(({ id }) => [id, own.includes(id) ? (bits >> own.indexOf(id)) & 1 : others]),
      ),
    ),
  );
}

/** A neutral is loaded by opposite legs only: there are two of them. */
function checkSharing({ work, add, section }: ProofContext): void {
  for (const { id } of work.circuits) {
    const sharers = sharersOf(work, id);
    if (sharers.length > 2)
      add(
        'overloaded-neutral',
        { circuits: sharers, rule: section('multiwire-neutral') },
        { circuits: sharers },
      );
  }
}

/** Out and back the same way, in every state in which it is on. */
function checkCurrent(
  { circuitry, prepared, add, section }: ProofContext,
  one: Required,
  seen: Map<string, Ways>,
): void {
  const { physical } = circuitry;
  const { use } = one;
  const done = new Set<string>();
  for (const positions of onStatesOf(one, physical)) {
    const key = physical.switches.map(({ id }) => positions[id]).join('');
    if (done.has(key)) continue;
    done.add(key);
    const ways = seen.get(key) ?? waysIn(prepared, positions);
    seen.set(key, ways);
    for (const { kind, of } of imbalancesOf(circuitry, prepared, ways, use)) {
      if (kind === 'guard') add('guard-trips', { use: use.id, guard: of }, { pieces: [use.of, of] });
      else if (kind === 'cable')
        add(
          'split-current',
          { use: use.id, cable: of, rule: section('same-cable') },
          { pieces: [use.of, of] },
        );
      else add('divided-current', { use: use.id, rule: section('parallel') }, { pieces: [use.of, of] });
    }
  }
}

/** Nothing was proved: what is missing. */
function tellNothing({ circuitry, required, add }: ProofContext, faults: number): void {
  const { physical } = circuitry;
  const fed = physical.sources.some(({ held }) => held.kind === 'hot');
  if (required.length > 0 && faults > 0) return;
  add(
    'nothing-to-prove',
    { missing: !fed ? 'hot' : required.length === 0 ? 'use' : 'on' },
    { pieces: ['box'] },
  );
}
