/**
 * Version 1 of the box document, as it was released: pieces that are alike were one item with a count, and
 * what they do stood beside them. Only read, never written. What did not change is read by today’s schema.
 */
import { z } from 'zod';
import { BREAKERS, EDITION_IDS } from '../edition/index.ts';
import {
  count,
  ITEMS_AS_BEFORE,
  itemId as id,
  label as words,
  LIMITS,
  shell,
  side,
  size,
} from './document.ts';
import { oneLine } from './one-line.ts';
import { Site } from './site.ts';
import { lengthText } from './texts.ts';
import { RUN_WORDS, type RunKind, Schools } from './work.ts';
import { Wiring } from '../wiring/wiring.ts';
import { CABLE_MAKES, CABLE_ROLES, DEVICES, ENTRIES, keysOf } from './words.ts';
import { onFirstUse } from '../schema/on-first-use.ts';

const label = words.optional();

const cable = onFirstUse(() =>
  z.strictObject({
    id,
    kind: z.literal('cable'),
    count,
    size,
    conductors: z.int().min(1).max(8),
    make: z.enum(CABLE_MAKES).default('nm'),
    ground: z.boolean().default(true),
    groundSize: size.optional(),
    role: z.enum(keysOf(CABLE_ROLES)).optional(),
    enters: z.enum(ENTRIES).optional(),
    label,
    side: side.optional(),
  }),
);

const conductors = onFirstUse(() =>
  z.strictObject({
    id,
    kind: z.literal('conductors'),
    count,
    size,
    run: z.enum(['enters', 'through', 'loop']),
    loop: lengthText(LIMITS.loopMost, '120 in').optional(),
    label,
    side: side.optional(),
  }),
);

const device = onFirstUse(() =>
  z.strictObject({
    id,
    kind: z.literal('device'),
    count,
    device: z.enum(keysOf(DEVICES)),
    size: size.optional(),
    wide: z.int().min(1).max(6).default(1),
    depth: lengthText(LIMITS.depthMost, '6 in').optional(),
    amps: z.literal([15, 20, 30, 50]).optional(),
    label,
    side: side.optional(),
  }),
);

const fixture = onFirstUse(() =>
  z.strictObject({
    id,
    kind: z.literal('fixture'),
    count,
    size,
    domed: z.boolean().default(false),
    side: side.optional(),
  }),
);

const piece = onFirstUse(() =>
  z.string().regex(/^[a-z0-9-]{1,40}\.\d{1,2}$/, 'must name a piece of the box, such as “i3.0”'),
);
const circuitId = onFirstUse(() => z.string().regex(/^[a-f]$/, 'must be a circuit a to f'));
const chain = onFirstUse(() =>
  z
    .string()
    .regex(/^way-\d{1,2}$/)
    .optional(),
);
const hot = onFirstUse(() => z.string().regex(/^([a-f]|way-\d{1,2}|[a-z0-9-]{1,40}\.\d{1,2}(\.2)?)$/));
const guards = onFirstUse(() => z.tuple([piece.nullable(), piece.nullable()]).optional());

const run = onFirstUse(() =>
  z.strictObject({
    of: piece,
    does: z.enum(Object.keys(RUN_WORDS) as [RunKind, ...RunKind[]]),
    circuits: z.array(circuitId).max(2).default([]),
    hots: z.array(hot).max(2).default([]),
    switched: z.literal(true).optional(),
    guard: piece.optional(),
    guards,
    doubled: z.literal(true).optional(),
    chain,
    leads: z.enum(['line', 'load']).optional(),
    third: z.enum(['neutral', 'supply', 'return']).optional(),
    wires: z.int().min(1).max(6).optional(),
    name: label,
  }),
);

const deviceWork = onFirstUse(() =>
  z.strictObject({
    of: piece,
    circuit: circuitId.default('a'),
    halves: z.tuple([hot, hot]).optional(),
    guard: piece.optional(),
    guards,
    neutral: z.boolean().optional(),
    chain,
    end: z.enum(['line', 'load']).optional(),
    second: z.enum(['switch', 'receptacle']).optional(),
  }),
);

const work = onFirstUse(() =>
  z.strictObject({
    circuits: z
      .array(
        z.strictObject({
          id: circuitId,
          name: oneLine(80).default(''),
          breaker: z.literal([...BREAKERS]).optional(),
          partner: circuitId.optional(),
        }),
      )
      .min(1)
      .max(6),
    runs: z.array(run).max(500),
    devices: z.array(deviceWork).max(240),
    schools: Schools.default(Schools.parse({})),
    found: Wiring.optional(),
    plan: Wiring.optional(),
    made: z.array(z.string().max(80)).max(2000).default([]),
  }),
);

/** A box document of version 1. */
export const DocumentOne = onFirstUse(() =>
  z
    .strictObject({
      version: z.literal(1),
      edition: z.enum(EDITION_IDS).optional(),
      shell,
      flaps: z.enum(['leave-out', 'count']).default('leave-out'),
      items: z
        .array(z.discriminatedUnion('kind', [cable, conductors, device, fixture, ...ITEMS_AS_BEFORE]))
        .max(120),
      site: Site.optional(),
      work: work.optional(),
      note: z.string().max(4000).optional(),
    })
    .refine((box) => new Set(box.items.map((one) => one.id)).size === box.items.length, {
      path: ['items'],
      error: 'two items have the same id',
    }),
);
export type DocumentOne = z.output<typeof DocumentOne>;
export type ItemOne = DocumentOne['items'][number];
