/**
 * How cables come in and lie: free conductor (300.14), sheath (314.17), support (334.30), entries and
 * connectors (314.17), distance from the stud's face (300.4), exposed cable (334.15), fire-stopping
 * (300.21). Values from memory; the CEC's where the handbook gives one.
 */
import { lengthIn } from '../box/document.ts';
import { inches, type Length, readLength, showInches } from '../quantity/length.ts';
import { type Check, finds, notChecked, PASS, together } from './finding.ts';

const MM_150 = readLength('150 mm') ?? inches(5.9);
const MM_300 = readLength('300 mm') ?? inches(11.8);

/** Lengths the checks rest on. */
export const CABLE_LENGTHS = {
  /** 300.14; CEC 150 mm. */
  free: { NEC: inches(6), CEC: MM_150 },
  past: inches(3),
  sheath: inches(0.25),
  /** NM: within 12 in of a box with clamps, 8 in of a single-gang plastic box without; CEC 300 mm. */
  support: { clamped: inches(12), unclamped: inches(8), CEC: MM_300 },
  edge: inches(1.25),
} as const;

const lengthOf = (text: string): Length => (text === '0 in' ? (0 as Length) : lengthIn(text));

export const freeConductor: Check = ({ box, cables, edition }) => {
  const section = edition.code === 'NEC' ? '300.14' : '12-3000';
  if (cables.length === 0 && !box.items.some((item) => item.kind === 'conductors')) return PASS;
  const { free, past } = box.site ?? {};
  if (free === undefined) return notChecked('free-conductor', section, 'the free length of the conductors');
  const least = CABLE_LENGTHS.free[edition.code];
  const length = lengthIn(free);
  const short =
    length < least
      ? finds({
          check: 'free-conductor',
          severity: 'violation',
          section,
          words: `The shortest conductor has ${showInches(length)} in free; ${edition.code === 'NEC' ? '6 in' : '150 mm'} is the least.`,
          cure: 'Pull more cable in, or splice an extension where the fill allows it.',
        })
      : PASS;
  if (edition.code !== 'NEC') return short;
  if (past === undefined) {
    return together([
      short,
      notChecked('free-conductor', section, 'how far conductors reach past the opening'),
    ]);
  }
  return together([
    short,
    lengthIn(past) < CABLE_LENGTHS.past
      ? finds({
          check: 'free-conductor',
          severity: 'violation',
          section,
          words: `A conductor reaches ${showInches(lengthIn(past))} in past the opening; 3 in is the least where the opening is under 8 in.`,
        })
      : PASS,
  ]);
};

export const sheath: Check = ({ box, cables }) => {
  const section = '314.17';
  if (!cables.some(({ make }) => make === 'nm' || make === 'uf')) return PASS;
  const inside = box.site?.sheath;
  if (inside === undefined) return notChecked('sheath', section, 'how much sheath is inside the box');
  return lengthOf(inside) >= CABLE_LENGTHS.sheath
    ? PASS
    : finds({
        check: 'sheath',
        severity: 'violation',
        section,
        words: `Only ${showInches(lengthOf(inside))} in of sheath inside the box: ¼ in past the clamp is the least.`,
        cure: 'Push the cable in until the sheath shows.',
      });
};

export const support: Check = ({ box, cables, edition }) => {
  const section = edition.code === 'NEC' ? '334.30' : '12-510';
  if (!cables.some(({ make }) => make === 'nm')) return PASS;
  if (box.site?.finished === true && edition.code === 'NEC') {
    return finds({
      check: 'support',
      severity: 'advice',
      section,
      words: 'Fished in a finished wall: support is excused there, not where the wall is open.',
    });
  }
  const distance = box.site?.support;
  if (distance === undefined) return notChecked('support', section, 'the distance to the nearest support');
  const clamped = box.items.some((item) => item.kind === 'clamps' && item.hold === 'grip');
  const single = box.shell.gangs === 1 && box.shell.material === 'plastic' && !clamped;
  const most =
    edition.code === 'CEC'
      ? CABLE_LENGTHS.support.CEC
      : single
        ? CABLE_LENGTHS.support.unclamped
        : CABLE_LENGTHS.support.clamped;
  return lengthIn(distance) <= most
    ? PASS
    : finds({
        check: 'support',
        severity: 'violation',
        section,
        words: `The cable is held ${showInches(lengthIn(distance))} in from the box; ${showInches(most)} in is the most${single ? ' at a single-gang plastic box without clamps' : ''}.`,
        cure: 'Staple or strap it nearer.',
      });
};

export const entries: Check = ({ box, cables }) => {
  const section = '314.17';
  const coming = cables.reduce((sum, { count }) => sum + count, 0);
  if (coming === 0) return PASS;
  const there = box.site?.entries;
  if (there === undefined) return notChecked('entries', section, 'how many knockouts or clamps there are');
  if (coming <= there) return PASS;
  const doubled = box.shell.material === 'plastic' && box.shell.gangs > 1 && coming <= there * 2;
  return finds({
    check: 'entries',
    severity: doubled ? 'look' : 'violation',
    section,
    words: doubled
      ? `${coming} cables by ${there} entries: two under one clamp only if the clamp is made for it.`
      : `${coming} cables, ${there} ${there === 1 ? 'entry' : 'entries'}.`,
    cure: 'Open another knockout, or choose a box with more.',
  });
};

export const connectors: Check = ({ box, cables }) => {
  const section = '314.17';
  if (box.shell.material !== 'metal' || cables.length === 0) return PASS;
  const clamped = box.items.some((item) => item.kind === 'clamps');
  const kinds = [...new Set(cables.map(({ make }) => make.toUpperCase()))];
  const armored = cables.some(({ make }) => make === 'ac');
  return together([
    clamped
      ? PASS
      : finds({
          check: 'connectors',
          severity: 'look',
          section,
          words: `Every cable into a metal box needs a connector of its kind (${kinds.join(', ')}): none is an internal clamp here.`,
        }),
    armored
      ? finds({
          check: 'connectors',
          severity: 'look',
          section: '320.40',
          words: 'Armored cable (AC) needs its own connector and an anti-short bushing.',
        })
      : PASS,
  ]);
};

export const studEdge: Check = ({ box, cables }) => {
  const section = '300.4';
  if (cables.length === 0 || box.site?.plate === true) return PASS;
  const edge = box.site?.edge;
  if (edge === undefined)
    return notChecked('stud-edge', section, 'how near holes and cables come to the stud’s face');
  return lengthOf(edge) >= CABLE_LENGTHS.edge
    ? PASS
    : finds({
        check: 'stud-edge',
        severity: 'violation',
        section,
        words: `A hole or cable ${showInches(lengthOf(edge))} in from the stud’s face: 1¼ in is the least without a steel plate.`,
        cure: 'Fit a steel plate over it.',
      });
};

export const exposedCable: Check = ({ box, cables }) => {
  if (!cables.some(({ make }) => make === 'nm')) return PASS;
  return box.site?.exposed === true
    ? finds({
        check: 'exposed-cable',
        severity: 'violation',
        section: '334.15',
        words: 'Nonmetallic cable lies open to damage: it needs protection.',
        cure: 'MC cable or raceway there, or a guard.',
      })
    : PASS;
};

export const fireStop: Check = ({ box }) =>
  box.site?.bored === true
    ? finds({
        check: 'fire-stop',
        severity: 'look',
        section: '300.21',
        words: 'A plate was bored: fire-stop the hole; the local building code says how.',
      })
    : PASS;
