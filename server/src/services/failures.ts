/** What can go wrong with a request, as values the routes turn into answers. */

/** A field that was wrong, and what it accepts. */
export interface FieldError {
  readonly field: string;
  readonly accepted: string;
}

/** A request that is refused; `status` is the HTTP status it is answered with. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly more: {
      readonly detail?: string;
      readonly errors?: readonly FieldError[];
      readonly yours?: unknown;
      readonly stored?: unknown;
      readonly boxes?: readonly { readonly id: string; readonly name: string; readonly version: number }[];
    } = {},
  ) {
    super(title);
  }
}

/** A record that is not there. */
export function notFound(what: string, id: string): Refused {
  return new Refused(404, `There is no ${what} with this id`, { detail: `No ${what} “${id}”.` });
}

/** A write made from a version that is no longer the stored one. */
export function stale(yours: unknown, stored: unknown): Refused {
  return new Refused(409, 'Someone changed this in the meantime', {
    detail: 'Your change was made from an older version. Both versions are in this answer: choose one.',
    yours,
    stored,
  });
}

/** A deletion of a job of which something was changed since it was seen. */
export function staleDeletion(
  yours: unknown,
  stored: unknown,
  boxes: readonly { readonly id: string; readonly name: string; readonly version: number }[],
): Refused {
  return new Refused(409, 'Someone changed this in the meantime', {
    detail: 'What you delete was changed since you saw it. What there is now is in this answer.',
    yours,
    stored,
    boxes,
  });
}
