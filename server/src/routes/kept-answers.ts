/**
 * Answers that are kept as they were sent, compressed, while the database is as it was: a phone asks for the same house
 * again and again. Any write, by this process or another, makes them anew.
 */
import { createHash } from 'node:crypto';
import { gzipSync } from 'node:zlib';
import type { Request, RequestHandler, Response } from 'express';
import { LRUCache } from 'lru-cache';
import type { Db } from '../database.ts';
import { stateOf } from '../services/unchanged.ts';

interface Kept {
  readonly state: string;
  readonly body: Buffer;
  readonly zipped: Buffer;
  readonly tag: string;
}

/** Bytes of answers that are kept. */
const KEPT_BYTES = 32_000_000;
/** Smaller answers than this are sent as they are. */
const ZIPPED_FROM = 1024;

/** Answers a read with what `make` says, made once for each address while nothing was written. */
export function keepingAnswers(db: Db): (make: (request: Request) => unknown) => RequestHandler {
  const kept = new LRUCache<string, Kept>({
    maxSize: KEPT_BYTES,
    sizeCalculation: ({ body, zipped }) => body.length + zipped.length + 1,
  });
  return (make) => (request, response) => {
    const state = stateOf(db);
    const address = request.originalUrl;
    let answer = kept.get(address);
    if (answer?.state !== state) {
      const body = Buffer.from(JSON.stringify(make(request)));
      const zipped = body.length < ZIPPED_FROM ? body : gzipSync(body);
      const tag = `W/"${createHash('sha1').update(body).digest('base64url')}"`;
      answer = { state, body, zipped, tag };
      kept.set(address, answer);
    }
    send(request, response, answer);
  };
}

function send(request: Request, response: Response, { body, zipped, tag }: Kept): void {
  response.setHeader('ETag', tag).setHeader('Cache-Control', 'no-cache').vary('Accept-Encoding');
  if (request.fresh) {
    response.status(304).end();
    return;
  }
  const zips = zipped !== body && request.acceptsEncodings(['gzip']) === 'gzip';
  if (zips) response.setHeader('Content-Encoding', 'gzip');
  response.type('application/json; charset=utf-8').send(zips ? zipped : body);
}
