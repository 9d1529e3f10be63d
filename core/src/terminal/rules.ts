/**
 * What is wrong with a wiring by rule (handbook 10 to 12, 19), planned or as found. What fails electrically
 * is for the simulation to say. Sections from memory.
 */
import type { BoxDocument } from '../box/document.ts';
import type { Wiring, WorkPlan } from '../box/work.ts';
import { SMALLEST_CONDUCTOR } from '../check/circuit-conductor.ts';
import { SMALLEST_GROUND } from '../check/ground-size.ts';
import type { Edition, Size } from '../edition/index.ts';
import { type Connector, CONNECTORS, holds } from '../splice/connectors.ts';
import { linesOf, type Wire } from '../splice/ends.ts';
import { facesOf } from '../splice/faces.ts';
import { nameOfCircuit } from '../splice/needs.ts';
import { BOX_SCREW, isMetal } from '../splice/synthesise.ts';

export interface WiringFinding {
  readonly code: string;
  readonly severity: 'violation' | 'look' | 'advice';
  readonly section: string;
  readonly words: string;
  /** Ends, terminals and joints it is about. */
  readonly where: readonly string[];
}

const isGround = (colour: string) => colour === 'bare' || colour === 'green';
const isWhite = (colour: string) => colour.startsWith('white');

/** What the ends of a box are called in sentences. */
export function endName(end: string, box: BoxDocument, work: WorkPlan): string {
  if (end === BOX_SCREW) return 'the box’s ground screw';
  const [kind, key = '', part = ''] = end.split(':');
  if (kind === 'p') return `pigtail ${key.slice(1)}`;
  if (kind === 't')
    return `the ${part.replaceAll('-', ' ')} of the ${facesOf(box, work).find((face) => face.key === key)?.title ?? key}`;
  const line = linesOf(box, work).find((one) => one.key === key);
  return `the ${part} of ${line?.quoted ?? key}`;
}

export function checkWiring(
  box: BoxDocument,
  work: WorkPlan,
  wiring: Wiring,
  edition: Edition,
  kinds: readonly Connector[] = CONNECTORS,
): WiringFinding[] {
  const lines = linesOf(box, work);
  const faces = facesOf(box, work);
  const found: WiringFinding[] = [];
  const add = (
    code: string,
    severity: WiringFinding['severity'],
    section: string,
    words: string,
    where: readonly string[],
  ) => void found.push({ code, severity, section, words, where });
  const name = (end: string) => endName(end, box, work);
  const wires = new Map<string, Wire>(
    lines.flatMap((line) => line.wires.map((wire) => [wire.id, wire] as const)),
  );
  const pigtails = new Map(wiring.pigtails.map((one) => [`p:${one.id}`, one]));
  const terminals = new Map(faces.flatMap((face) => face.terminals.map((one) => [one.id, one] as const)));
  const sizeOf = (end: string): Size => wires.get(end)?.size ?? pigtails.get(end)?.size ?? 14;
  const colourOf = (end: string): string | undefined => wires.get(end)?.colour ?? pigtails.get(end)?.colour;

  // Every end is somewhere, and in one place only; a pigtail has two ends.
  const places = new Map<string, number>();
  const put = (end: string) => places.set(end, (places.get(end) ?? 0) + 1);
  for (const { ends } of wiring.joints) ends.forEach(put);
  for (const { end, at } of wiring.lands) {
    put(end);
    put(at);
  }
  for (const [id, wire] of wires) {
    const many = places.get(id) ?? 0;
    if (many === 0)
      add(
        'loose',
        'violation',
        '110.12, 110.14',
        `${cap(name(id))} is loose: every conductor is joined, landed or capped.`,
        [id],
      );
    if (many > 1)
      add('twice', 'violation', 'contradiction', `${cap(name(id))} is in ${many} places at once.`, [id]);
    if (wire.marked && !wiring.marked.includes(id))
      add(
        'unmarked-white',
        'violation',
        '200.7(C)',
        `${cap(name(id))} carries a hot: mark it with tape or a marker, here and at its other end.`,
        [id],
      );
  }
  for (const [id] of pigtails) {
    const many = places.get(id) ?? 0;
    if (many !== 2)
      add(
        'loose',
        'violation',
        '110.14',
        `${cap(name(id))} has two ends and ${many === 1 ? 'one is' : `${many} are`} put somewhere.`,
        [id],
      );
  }
  for (const end of places.keys()) {
    const known = wires.has(end) || pigtails.has(end) || terminals.has(end) || end === BOX_SCREW;
    if (!known) add('unknown-end', 'violation', 'contradiction', `“${end}” is not in this box.`, [end]);
  }

  for (const { id, ends, connectors } of wiring.joints) {
    const kind = kinds.find((one) => one.id === connectors[0]);
    const grounds = ends.every((end) => isGround(colourOf(end) ?? 'bare'));
    if (connectors.length === 0)
      add(
        'no-connector',
        'violation',
        '110.14(B)',
        `${ends.length === 1 ? `${cap(name(ends[0] ?? ''))} is not capped` : `The joint of ${ends.map(name).join(', ')} has no connector`}.`,
        [id],
      );
    else if (!kind)
      add(
        'unknown-connector',
        'look',
        '110.14(B)',
        `No connector is known as “${connectors[0] ?? ''}”: check that it is listed for this joint.`,
        [id],
      );
    else if (!holds(kind, ends.map(sizeOf), grounds))
      add(
        'overfull-connector',
        'violation',
        '110.14(B)',
        `A ${kind.name} is not made for ${ends.length} conductors of ${[...new Set(ends.map(sizeOf))].join(' and ')} AWG here: read its package.`,
        [id],
      );
    const bare = ends.filter((end) => isGround(colourOf(end) ?? ''));
    if (bare.length > 0 && bare.length < ends.filter((end) => colourOf(end) !== undefined).length)
      add(
        'ground-in-joint',
        'violation',
        '250.119',
        `A ground is joined with an insulated conductor: ${ends.map(name).join(', ')}.`,
        [id],
      );
  }

  const onTerminal = new Map<string, string[]>();
  for (const { end, at } of wiring.lands) onTerminal.set(at, [...(onTerminal.get(at) ?? []), end]);
  for (const [at, ends] of onTerminal) {
    if (ends.length > 1)
      add(
        'two-under-screw',
        'violation',
        '110.14(A)',
        `${ends.length} conductors under ${name(at)}: one conductor a screw; splice them and land a pigtail.`,
        [at],
      );
    const terminal = terminals.get(at);
    for (const end of ends) {
      const colour = colourOf(end);
      if (colour === undefined || at === BOX_SCREW) {
        if (at === BOX_SCREW && colour !== undefined && !isGround(colour))
          add('colour', 'violation', '250.119', `${cap(name(end))} is on the box’s ground screw.`, [end, at]);
        continue;
      }
      if (!terminal) continue;
      if ((terminal.metal === 'green') !== isGround(colour))
        add(
          'colour',
          'violation',
          '250.119, 250.126',
          `${cap(name(end))} is on ${name(at)}: grounds go to green, and nothing else does.`,
          [end, at],
        );
      else if (terminal.metal === 'silver' && !isWhite(colour))
        add('colour', 'violation', '200.10', `${cap(name(end))} is on ${name(at)}: white goes to silver.`, [
          end,
          at,
        ]);
      else if (
        (terminal.metal === 'brass' || terminal.metal === 'dark') &&
        isWhite(colour) &&
        !wiring.marked.includes(end)
      )
        add(
          'colour',
          'violation',
          '200.7, 200.10',
          `${cap(name(end))} is on ${name(at)} and is not marked as a hot.`,
          [end, at],
        );
    }
  }
  for (const [id, { signal }] of terminals) {
    if (signal === undefined || places.has(id)) continue;
    const face = faces.find(({ terminals: own }) => own.some((one) => one.id === id));
    const twin = face?.terminals.find(
      (one) => one.id !== id && one.tab !== undefined && one.tab === terminals.get(id)?.tab,
    );
    const tabbed =
      twin && face && !wiring.broken.includes(`${face.key}:${twin.tab ?? ''}`) && places.has(twin.id);
    // A yoke on a bonded metal box is its own ground.
    const school = work.schools.ground;
    const byYoke =
      signal === 'G' &&
      isMetal(box) &&
      (school === 'self-grounding' || (school === 'yoke' && edition.code === 'CEC'));
    const none = signal === 'G' && ![...wires.values()].some((wire) => wire.signal === 'G');
    if (!tabbed && !byYoke && !none)
      add('empty', 'violation', '110.14', `Nothing lands on ${name(id)}.`, [id]);
  }
  if (isMetal(box) && !onTerminal.has(BOX_SCREW) && [...wires.values()].some((wire) => wire.signal === 'G'))
    add(
      'unbonded',
      'violation',
      '250.148(C)',
      'The metal box has no bond: a pigtail from the grounds to a screw used for nothing else, or a listed clip.',
      [BOX_SCREW],
    );

  checkSizes();
  checkYokes();
  checkWhites();
  checkLineAndLoad();
  for (const end of wiring.backstabbed) {
    const thick = sizeOf(end) < 14;
    add(
      'backstab',
      thick ? 'violation' : 'look',
      'listing of the device',
      thick
        ? `${cap(name(end))} is ${sizeOf(end)} AWG in a push-in spring hole: those take 14 AWG solid only.`
        : `${cap(name(end))} is in a push-in spring hole: most practitioners move it to the screw.`,
      [end],
    );
  }
  return found;

  function checkSizes(): void {
    const breakers = work.circuits.flatMap(({ breaker }) => (breaker === undefined ? [] : [breaker]));
    const [most] = [...breakers].sort((a, b) => b - a);
    if (most === undefined) return;
    const ground = SMALLEST_GROUND[edition.code];
    for (const [end, { size, colour }] of pigtails) {
      if (isGround(colour)) {
        if (size > ground.value[most])
          add(
            'thin-ground',
            'violation',
            ground.section,
            `${cap(name(end))} is a ${size} AWG ground with a ${most} A breaker in the box: ${ground.value[most]} AWG is the least.`,
            [end],
          );
        continue;
      }
      // The circuit is that of the conductors it is joined with.
      const joint = wiring.joints.find(
        ({ ends }) => ends.includes(end) && ends.some((one) => wires.has(one)),
      );
      const wire = joint?.ends.map((one) => wires.get(one)).find((one) => one !== undefined);
      const line = lines.find(({ key }) => key === wire?.run);
      const circuit =
        line?.run.circuits[0] ?? line?.run.hots.find((ref) => /^[a-f]$/.test(ref)) ?? work.circuits[0]?.id;
      const breaker = work.circuits.find(({ id }) => id === circuit)?.breaker;
      if (breaker !== undefined && size > SMALLEST_CONDUCTOR.value[breaker])
        add(
          'thin-pigtail',
          'violation',
          SMALLEST_CONDUCTOR.section,
          `${cap(name(end))} is ${size} AWG on the ${breaker} A breaker of ${nameOfCircuit(work, circuit ?? '')}: ${SMALLEST_CONDUCTOR.value[breaker]} AWG is the least.`,
          [end],
        );
    }
  }

  function checkYokes(): void {
    for (const { work: device, title, key } of faces) {
      const circuits = new Set((device.halves ?? []).filter((ref) => /^[a-f]$/.test(ref)));
      if (circuits.size > 1)
        add(
          'yoke',
          'look',
          '210.7',
          `Two circuits are on the yoke of the ${title}: their breakers must open together.`,
          [key],
        );
    }
    if (work.circuits.some(({ partner }) => partner !== undefined))
      add(
        'multiwire',
        'look',
        '210.4(B)',
        'The hots of a multiwire circuit must be opened together: a two-pole breaker or listed handle ties.',
        [],
      );
  }

  /** In a loop of two conductors the white carries the supply, never the return. */
  function checkWhites(): void {
    const joined = (a: string, b: string) =>
      wiring.joints.some(({ ends }) => ends.includes(a) && ends.includes(b));
    for (const line of lines.filter(({ run }) => run.does === 'loop-out' || run.does === 'loop-in')) {
      const white = line.wires.find((wire) => wire.marked);
      const black = line.wires.find(({ colour }) => colour === 'black');
      if (!white || !black) continue;
      const gives = [...wires.values()].filter(
        ({ signal, id }) => signal === white.signal && id !== white.id,
      );
      const swapped =
        gives.some(({ id }) => joined(id, black.id)) && !gives.some(({ id }) => joined(id, white.id));
      const onLoad = wiring.lands.some(({ end, at }) => end === white.id && at.endsWith(':load'));
      if (swapped || onLoad)
        add(
          'white-return',
          'violation',
          '200.7(C)',
          `${cap(name(white.id))} is used as the return: the marked white carries the supply to the switch.`,
          [white.id],
        );
    }
  }

  /** Every end that is joined with one, through joints, landings and pigtails. */
  function netOf(start: string): Set<string> {
    const net = new Set([start]);
    for (const end of net) {
      for (const { ends } of wiring.joints) if (ends.includes(end)) for (const one of ends) net.add(one);
      for (const one of wiring.lands) {
        if (one.end === end) net.add(one.at);
        if (one.at === end) net.add(one.end);
      }
    }
    return net;
  }

  /** The constant hot goes to LINE. A plain switch works either way; one with electronics and a GFCI do not. */
  function checkLineAndLoad(): void {
    const constant = (end: string) => [...netOf(end)].some((one) => wires.get(one)?.signal.startsWith('H:'));
    for (const { key, item, title } of faces) {
      const gfci = item.device === 'gfci';
      const [line, load] = gfci ? ['line-hot', 'load-hot'] : ['line', 'load'];
      if (!terminals.has(`t:${key}:${load ?? ''}`) || item.device === 'combo') continue;
      if (!constant(`t:${key}:${load ?? ''}`)) continue;
      const exchanged = !constant(`t:${key}:${line ?? ''}`);
      if (!gfci && !exchanged) continue;
      add(
        'line-load',
        item.device === 'switch' ? 'look' : 'violation',
        'listing of the device',
        `The supply is on the ${gfci ? 'LOAD' : 'load'} side of the ${title}${gfci ? ': it would not protect as it must' : item.device === 'switch' ? ': it works, and the marks say otherwise' : ''}.`,
        [key],
      );
    }
    for (const { key, item, title } of faces)
      if (
        item.device === 'gfci' &&
        [...netOf(`t:${key}:load-neutral`)].some((one) => wires.get(one)?.signal.startsWith('N:'))
      )
        add(
          'line-load',
          'violation',
          'listing of the device',
          `A neutral of the line is on the LOAD side of the ${title}: it would trip, or not protect.`,
          [key],
        );
  }
}

const cap = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
