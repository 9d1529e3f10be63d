/** The Express application: the API and the built app from one process. */
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import express, { type Express, type Response } from 'express';
import compressedStatic from 'express-static-gzip';
import helmet from 'helmet';
import type { Db } from './database.ts';
import { answerErrors } from './routes/answers.ts';
import { api } from './routes/api.ts';
import { originGuard } from './routes/origin-guard.ts';
import type { FileGuard } from './services/file-guard.ts';
import { countingProgram } from './services/verdicts.ts';
import { epochOf } from './services/writes.ts';
import { worksHere } from './works/here.ts';
import type { Works } from './works/works.ts';

export interface Options {
  /** The exported web app; without it, only the API is served. */
  readonly appFolder?: string;
  readonly clock?: () => Date;
  /** Names it answers to beside those of this computer itself: a proxy’s. */
  readonly hosts?: readonly string[];
  /** Makes papers and archives; without it they are made by the thread that serves. */
  readonly works?: Works;
  /** Watches over the database file; without it the file is not watched. */
  readonly guard?: FileGuard;
}

const DAY_MS = 86_400_000;

/** Builds the application over an open database. */
export function application(
  db: Db,
  { appFolder, clock = () => new Date(), hosts = [], guard, works = worksHere(db) }: Options = {},
): Express {
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', false);
  app.use(
    helmet({
      // Served on loopback over plain HTTP: nothing may be upgraded to HTTPS.
      strictTransportSecurity: false,
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'", () => ownScripts(appFolder)],
          // React Native's web target sets styles on elements and in one style sheet it makes itself.
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          manifestSrc: ["'self'"],
          objectSrc: ["'none'"],
          baseUri: ["'none'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
        },
      },
    }),
  );
  app.use(originGuard(hosts));
  app.use(compression());
  app.use('/api/v1', (_request, response, next) => {
    // A page made of the same rules takes what we checked as checked.
    response.setHeader('Dense-Pack-Core', countingProgram());
    // Another epoch than before: what the page knows may be of a time the database went back behind.
    response.setHeader('Dense-Pack-Epoch', epochOf(db));
    next();
  });
  app.use('/api/v1', api(db, clock, works, { guard, hosts }));
  if (appFolder !== undefined && existsSync(join(appFolder, 'index.html'))) serveApp(app, appFolder);
  app.use(answerErrors);
  return app;
}

/** The scripts that stand in the app's own page, by their hashes: no other may. Read anew when the page changes. */
const ownScripts = (() => {
  let known: { readonly at: number; readonly sources: string } | undefined;
  return (folder: string | undefined): string => {
    const page = folder === undefined ? undefined : join(folder, 'index.html');
    if (page === undefined || !existsSync(page)) return "'self'";
    const at = statSync(page).mtimeMs;
    if (known?.at !== at) {
      const scripts = [...readFileSync(page, 'utf8').matchAll(/<script>([\s\S]*?)<\/script>/g)];
      const hashes = scripts.map(
        ([, text = '']) => `'sha256-${createHash('sha256').update(text).digest('base64')}'`,
      );
      known = { at, sources: hashes.join(' ') || "'self'" };
    }
    return known.sources;
  };
})();

/** Whether a path can be decoded. */
function isWhole(path: string): boolean {
  try {
    decodeURIComponent(path);
    return true;
  } catch {
    return false;
  }
}

function serveApp(app: Express, folder: string) {
  const sendPage = (response: Response) => {
    response.setHeader('Cache-Control', 'no-cache');
    response.sendFile('index.html', { root: folder });
  };
  app.use((request, response, next) => {
    // The app says in words what is wrong with a damaged address; the files below would be answered with an error code.
    if (isWhole(request.path) || !request.accepts('html')) next();
    else sendPage(response);
  });
  app.use(
    // What was compressed when the app was built is sent as it is.
    compressedStatic(folder, {
      index: 'index.html',
      enableBrotli: true,
      orderPreference: ['br', 'gz'],
      serveStatic: {
        setHeaders(response, file) {
          // The names below these folders have a hash of the content in them.
          const hashed = /[\\/](_expo[\\/]static|assets)[\\/]/.test(file);
          response.setHeader(
            'Cache-Control',
            hashed ? `public, max-age=${(365 * DAY_MS) / 1000}, immutable` : 'no-cache',
          );
        },
      },
    }),
  );
  app.get('/{*rest}', (request, response, next) => {
    // Only navigations get the single page: a missing file stays missing.
    if (!request.accepts('html') || /\.[a-z0-9]+$/i.test(request.path)) return next();
    sendPage(response);
  });
  app.use((_request, response) => {
    response.status(404).type('text/plain').send('There is no such file.');
  });
}
