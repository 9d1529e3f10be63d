/**
 * Who may speak to this server. It listens on loopback, and a browser there also shows foreign pages: one
 * that points its own name at this computer would read, make and delete jobs. So a request must name a host
 * that is ours, and one that a page of another origin sent is refused.
 */
import type { RequestHandler } from 'express';
import { Refused } from '../services/failures.ts';

/** Names this computer has for itself. */
const OWN_NAMES = ['localhost', '127.0.0.1', '[::1]'];

/** A setting that cannot be read, in one sentence. */
export class HostsRefused extends Error {}

/**
 * Reads the allow-list for a proxy: names with or without a port, separated by commas.
 * @example readHosts('boxes.example, boxes.example:8443') // ['boxes.example', 'boxes.example:8443']
 * @throws HostsRefused naming what is no host
 */
export function readHosts(text: string | undefined): string[] {
  const hosts = (text ?? '')
    .split(',')
    .map((one) => one.trim().toLowerCase())
    .filter((one) => one !== '');
  for (const host of hosts)
    if (!/^(\[[0-9a-f:]+\]|[a-z0-9.-]+)(:\d{1,5})?$/.test(host))
      throw new HostsRefused(
        `DENSE_PACK_HOSTS names hosts such as “boxes.example” or “boxes.example:8443”, separated by commas; “${host}” is none.`,
      );
  return hosts;
}

const nameIn = (host: string) => host.replace(/:\d+$/, '');

/** Whether a server answers to a host: `boxes.example:8443`. @param hosts names it answers to in addition to those of this computer */
export const answersTo = (host: string, hosts: readonly string[]): boolean =>
  OWN_NAMES.includes(nameIn(host)) || hosts.includes(host) || hosts.includes(nameIn(host));

/** Refuses what does not come from our own page or a program on this computer. @param hosts more names we answer to */
export function originGuard(hosts: readonly string[] = []): RequestHandler {
  return (request, _response, next) => {
    const host = (request.headers.host ?? '').toLowerCase();
    if (!answersTo(host, hosts))
      throw new Refused(403, 'This server does not answer to that name', {
        detail: `It was asked as “${host}”. It answers to localhost and 127.0.0.1; behind a proxy, name the host in DENSE_PACK_HOSTS.`,
      });
    const foreign = (detail: string) =>
      new Refused(403, 'A page of another origin may not use this server', { detail });
    const { origin } = request.headers;
    if (origin !== undefined) {
      const from = URL.canParse(origin) ? new URL(origin).host : '';
      const known = hosts.includes(from) || hosts.includes(nameIn(from));
      if (from !== host && !known) throw foreign(`The request came from “${origin}”.`);
      return next();
    }
    // A browser says where a request comes from even where it sends no origin; a link to the app may come from anywhere.
    const site = request.headers['sec-fetch-site'];
    const visit = request.headers['sec-fetch-mode'] === 'navigate' && request.method === 'GET';
    if ((site === 'cross-site' || site === 'same-site') && !visit)
      throw foreign('The browser says that another site sent it.');
    next();
  };
}
