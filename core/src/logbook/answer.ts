/** What the server answers of the logbook. */
import { z } from 'zod';
import { EVENTS, type EventKind } from './events.ts';

export const LogbookAnswer = z.object({
  hits: z.array(
    z.object({
      jobId: z.string(),
      job: z.string(),
      boxId: z.string(),
      name: z.string(),
      room: z.string(),
      circuit: z.string(),
      updatedAt: z.string(),
    }),
  ),
  /** There are more than are told. */
  more: z.boolean(),
});
export type LogbookAnswer = z.output<typeof LogbookAnswer>;

const Event = z.object({
  at: z.string(),
  what: z.enum(Object.keys(EVENTS) as [EventKind, ...EventKind[]]),
  words: z.string(),
});

export const EventsAnswer = z.object({ events: z.array(Event) });

/** Of a whole job, the newest first. */
export const JobEventsAnswer = z.object({
  events: z.array(Event.extend({ boxId: z.string(), name: z.string() })),
});
