/** The address other phones reach the server by: the codes on labels lead to it. */
import { z } from 'zod';
import { onFirstUse } from '../schema/on-first-use.ts';

/** What is accepted, in words. */
export const ADDRESS_ACCEPTED =
  'an address that other phones can open, such as https://boxes.example.com or http://192.168.1.20:4310';

const LOOPBACK = /^(localhost|.+\.localhost|127(\.\d+){3}|\[::1\]|0\.0\.0\.0|\[::\])$/;

/** Whether an address leads each device to itself: `http://127.0.0.1:4310`. What is no address does not. */
export function isLoopback(address: string): boolean {
  const url = URL.canParse(address) ? new URL(address) : undefined;
  return url !== undefined && LOOPBACK.test(url.hostname);
}

/**
 * The scheme, host and port of an address as a person types it: `https://boxes.example.com`.
 * @returns undefined for what is no such address, has more in it than these three, or leads each device to itself
 */
export function originIn(typed: string): string | undefined {
  const text = typed.trim();
  if (!/^https?:\/\/[^\s\\]+$/i.test(text) || !URL.canParse(text)) return undefined;
  const { origin, pathname, search, hash, username, password, hostname } = new URL(text);
  const more = [search, hash, username, password].some((part) => part !== '') || pathname !== '/';
  return more || LOOPBACK.test(hostname) ? undefined : origin;
}

/**
 * What is known of the address: null where nobody was asked yet, empty where no other phone reaches the server.
 */
export const PublicAddress = onFirstUse(() =>
  z.strictObject({
    address: z
      .string({ error: ADDRESS_ACCEPTED })
      .max(200, { error: 'at most 200 characters' })
      .transform((typed, context) => {
        const origin = typed.trim() === '' ? '' : originIn(typed);
        if (origin !== undefined) return origin;
        context.addIssue({ code: 'custom', message: ADDRESS_ACCEPTED });
        return z.NEVER;
      })
      .nullable(),
  }),
);
export type PublicAddress = z.output<typeof PublicAddress>;

/** The same as the server says it. */
export const SetAddress = onFirstUse(() =>
  z.object({
    address: z.string().nullable(),
    /** Whether the server answers to the name in it. */
    answered: z.boolean(),
  }),
);
export type SetAddress = z.output<typeof SetAddress>;
