/**
 * Spoken boxes, as a phone's dictation writes them down: `three twelve two and a duplex in an eighteen`.
 * They are turned into a count line, which is shown to the person and read like any other.
 */
import { DEVICES } from '../box/words.ts';
import { SIZES } from '../edition/index.ts';
import { DEVICE_ALIASES } from './words.ts';

const UNITS = [
  'zero',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
  'thirteen',
  'fourteen',
  'fifteen',
  'sixteen',
  'seventeen',
  'eighteen',
  'nineteen',
];
const TENS = ['', '', 'twenty', 'thirty', 'forty', 'fifty', 'sixty'];
/** Words that say nothing a count needs. */
const FILLERS = new Set([
  'and',
  'with',
  'plus',
  'the',
  'of',
  'box',
  'cable',
  'cables',
  'wire',
  'wires',
  'awg',
  'gauge',
  'a',
  'an',
]);
const HARDWARE: Readonly<Record<string, string>> = {
  clamp: 'clamps',
  clamps: 'clamps',
  stud: 'stud',
  studs: 'stud',
  hickey: 'hickey',
  hickeys: 'hickey',
  plastic: 'plastic',
  metal: 'metal',
};

/** Fewer than this, said after the gangs, may be how many of something there are. */
const VOLUME_LEAST = 12;

type Token = number | string;

/** What was said, as a count line; `unheard` are words that were not understood, in order. */
export interface Spoken {
  readonly line: string;
  readonly unheard: readonly string[];
}

function tokensOf(text: string): Token[] {
  const words = text
    .toLowerCase()
    .replace(/[,;!?]|\.(?!\d)/g, ' ')
    .replace(/(\d)\s*\/\s*(\d)/g, '$1 $2')
    .replace(/-/g, ' ')
    .split(/\s+/)
    .filter(Boolean);
  const tokens: Token[] = [];
  for (let at = 0; at < words.length; at += 1) {
    const word = words[at] ?? '';
    const unit = UNITS.indexOf(word);
    const tens = TENS.indexOf(word);
    if (/^\d+(\.\d+)?$/.test(word)) tokens.push(Number(word));
    else if (unit >= 0) tokens.push(unit);
    else if (tens >= 2) {
      const next = UNITS.indexOf(words[at + 1] ?? '');
      const joined = next >= 1 && next <= 9;
      tokens.push(tens * 10 + (joined ? next : 0));
      if (joined) at += 1;
    } else if (word === 'point' && typeof tokens.at(-1) === 'number') {
      const digit = UNITS.indexOf(words[at + 1] ?? '');
      const said = digit >= 0 && digit <= 9 ? String(digit) : /^\d+$/.exec(words[at + 1] ?? '')?.[0];
      if (said === undefined) tokens.push(word);
      else {
        tokens.push(Number(`${tokens.pop()}.${said}`));
        at += 1;
      }
    } else tokens.push(word);
  }
  return tokens;
}

const isSize = (token: Token | undefined): token is number => SIZES.some((size) => size === token);
const isConductors = (token: Token | undefined): token is number =>
  typeof token === 'number' && token >= 2 && token <= 4;

function deviceOf(token: Token | undefined): string | undefined {
  if (typeof token !== 'string') return undefined;
  for (const word of [token, token.replace(/e?s$/, ''), token.replace(/s$/, '')]) {
    if (word in DEVICES) return word;
    const alias = DEVICE_ALIASES[word];
    if (alias !== undefined) return alias;
  }
  return undefined;
}

/** Reads one thing at a place: its count line item and how many tokens it took. */
function thingAt(tokens: readonly Token[], at: number): { item: string; took: number } | undefined {
  const [a, b, c] = tokens.slice(at, at + 3);
  if (isSize(a) && isConductors(b) && c !== 'way' && c !== 'ways') return { item: `${a}/${b}`, took: 2 };
  if ((a === 3 || a === 4) && (b === 'way' || b === 'ways')) {
    const switched = c === 'switch' || c === 'switches';
    return { item: `${a}way`, took: switched ? 3 : 2 };
  }
  const device = deviceOf(a);
  if (device !== undefined) {
    const noun = ['receptacle', 'receptacles', 'outlet', 'outlets', 'switch', 'switches'].includes(String(b));
    return {
      item: device,
      took:
        noun && device !== 'switch' && device !== 'duplex'
          ? 2
          : device === 'duplex' && noun && a === 'duplex'
            ? 2
            : 1,
    };
  }
  const hardware = typeof a === 'string' ? HARDWARE[a] : undefined;
  return hardware === undefined ? undefined : { item: hardware, took: 1 };
}

/** Turns what was said into a count line. */
export function fromSpeech(text: string): Spoken {
  const tokens = tokensOf(text);
  const items: string[] = [];
  const unheard: string[] = [];
  let inside = false;
  for (let at = 0; at < tokens.length;) {
    const [a, b, c] = tokens.slice(at, at + 3);
    if (a === 'in' || a === 'into' || a === 'inside') {
      inside = true;
      at += 1;
      continue;
    }
    if (typeof a === 'number') {
      if (b === 'gang' || b === 'gangs') {
        items.push(`${a}-gang`);
        at += 2;
        // What follows the gangs and is no cable is the volume: too many to be a count.
        const [volume, next] = tokens.slice(at, at + 2);
        if (typeof volume === 'number' && volume >= VOLUME_LEAST && !(isSize(volume) && isConductors(next))) {
          items.push(`${volume} in3`);
          at += next === 'cubic' ? 3 : 1;
        }
        continue;
      }
      if (b === 'cubic' || b === 'in3' || b === 'cubes') {
        items.push(`${a} in3`);
        inside = false;
        at += b === 'cubic' && /^inch/.test(String(c)) ? 3 : 2;
        continue;
      }
      if (inside) {
        items.push(`${a} in3`);
        inside = false;
        at += 1;
        continue;
      }
      const counted = thingAt(tokens, at + 1);
      if (counted && !(isSize(a) && isConductors(b))) {
        items.push(`${a}x ${counted.item}`);
        at += 1 + counted.took;
        continue;
      }
    }
    const thing = thingAt(tokens, at);
    if (thing) {
      items.push(thing.item);
      at += thing.took;
      continue;
    }
    if ((a === 'old' || a === 'new') && b === 'work') {
      items.push(`${a}-work`);
      at += 2;
      continue;
    }
    if (!FILLERS.has(String(a))) unheard.push(String(a));
    at += 1;
  }
  return { line: items.join(', '), unheard };
}
