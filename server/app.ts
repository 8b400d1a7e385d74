import { plan } from '@hearty/core';
import { Type } from 'class-transformer';
import { ArrayMaxSize, IsArray, IsBoolean, IsInt, IsObject, IsString, Matches, Min } from 'class-validator';
import { format } from 'date-fns';
import express, { type Express, type Request } from 'express';
import helmet from 'helmet';
import type { Db } from './db';
import { Documents, type Kind } from './documents';
import { checked, errorHandler, HttpError } from './errors';
import type { Logger } from 'pino';
import { openLog } from './log';
import { logbook, showLines } from './overview';
import { Runs } from './runs';
import { Stores } from './stores';
import { storesRoutes } from './stores-routes';
import { plannedShows, tourAnswer } from './tour';
import { importShow, library, showFile } from './show-files';

class SaveBody {
  @IsInt() @Min(0) @Type(() => Number) version!: number;
  @IsObject() body!: object;
}

class OpenRunBody {
  @Matches(/^[A-Za-z0-9_-]{1,64}$/) id!: string;
  @IsString() showId!: string;
  @IsBoolean() rehearsal!: boolean;
}

class EventsBody {
  @IsArray() @ArrayMaxSize(1000) events!: unknown[];
}

class CloseActionBody {
  @Matches(/^[A-Za-z0-9_-]{1,64}$/) id!: string;
}

/** The address of each kind of document. */
const KINDS = new Map<string, Kind>([
  ['demos', 'demo'],
  ['shows', 'show'],
  ['venues', 'venue'],
  ['people', 'person'],
  ['goods', 'good'],
  ['crates', 'crate'],
]);

export interface AppOptions {
  db: Db;
  /** Folder of the built web client; absent in tests of the API. */
  webFolder?: string;
  /** Serve other machines too: only then are other host names answered. */
  open?: boolean;
  version?: string;
  log?: Logger;
}

/** The whole HTTP side: the API below /api, and the built client for every other address. */
export function createApp({
  db,
  webFolder,
  open = false,
  version = '0',
  log = openLog(),
}: AppOptions): Express {
  const app = express();
  const documents = new Documents(db);
  const runs = new Runs(db);
  const stores = new Stores(db, documents);
  const file = (id: string) => showFile(documents, id, library(documents, runs, stores));
  app.disable('x-powered-by');
  app.use(helmet({ contentSecurityPolicy: { directives: CONTENT_POLICY }, strictTransportSecurity: false }));
  if (!open) app.use((req, _res, next) => next(foreign(req)));
  app.use('/api', express.json({ limit: '8mb' }));

  app.get('/api/health', (_req, res) => {
    db.prepare('SELECT 1').get();
    res.json({ ok: true, version });
  });

  app.get('/api/overview', (_req, res) => void res.json(showLines(documents, runs, stores, now().day)));
  app.get('/api/logbook', (_req, res) => void res.json(logbook(documents, runs)));
  app.get('/api/attempts', (_req, res) => {
    res.json({ format: 'hearty-stage/attempts', version: 1, attempts: runs.attempts() });
  });
  app.post('/api/actions/:id/close', (req, res) => {
    const body = checked(CloseActionBody, req.body);
    runs.closeAction(req.params.id, { id: body.id, at: Date.now() });
    res.json({ ok: true });
  });

  app.get('/api/library', (_req, res) => void res.json(library(documents, runs, stores)));
  app.post('/api/import', (req, res) => {
    res.status(201).json(importShow(db, documents, stores, req.body, now()));
  });
  app.get('/api/shows/:id/file', (req, res) => void res.json(file(req.params.id)));
  app.get('/api/shows/:id/plan', (req, res) => void res.json(plan(file(req.params.id))));

  app.get('/api/tour', (_req, res) => {
    const planned = plannedShows(documents, runs, stores);
    res.json(tourAnswer(planned, documents, runs, stores, now().day));
  });
  app.use('/api', storesRoutes(stores, documents, now));

  app.get('/api/runs', (req, res) => {
    const { showId } = req.query;
    res.json(runs.list(typeof showId === 'string' ? { showId } : {}));
  });
  app.post('/api/runs', (req, res) => {
    const body = checked(OpenRunBody, req.body);
    runs.open(body.id, body.rehearsal, file(body.showId), Date.now());
    res.status(201).json(runs.get(body.id));
  });
  app.get('/api/runs/:id', (req, res) => void res.json(runs.get(req.params.id)));
  app.get('/api/runs/:id/events', (req, res) => {
    res.json(runs.events(req.params.id, Number(req.query.after) || 0));
  });
  app.post('/api/runs/:id/events', (req, res) => {
    res.json(runs.append(req.params.id, checked(EventsBody, req.body).events));
  });

  app.get('/api/broken', (_req, res) => void res.json(documents.broken()));
  app.get('/api/:kind/:id/raw', (req, res) => {
    res.type('application/json').send(documents.raw(kindOf(req), req.params.id));
  });

  app.get('/api/:kind', (req, res) => void res.json(documents.all(kindOf(req))));
  app.put('/api/:kind/:id', (req, res) => {
    const { version: from, body } = checked(SaveBody, req.body);
    res.json(documents.save(kindOf(req), req.params.id, from, body));
  });
  app.delete('/api/:kind/:id', (req, res) => {
    documents.remove(kindOf(req), req.params.id);
    res.status(204).end();
  });
  app.post(
    '/api/:kind/:id/restore',
    (req, res) => void res.json(documents.restore(kindOf(req), req.params.id)),
  );
  app.use('/api', (_req, _res, next) =>
    next(new HttpError(404, 'not-found', 'There is nothing at this address.')),
  );

  if (webFolder) {
    app.use(express.static(webFolder, { index: 'index.html' }));
    app.get('/{*path}', (_req, res) => void res.sendFile('index.html', { root: webFolder }));
  }
  app.use(errorHandler(log));
  return app;
}

/** The moment and its calendar day where the server stands. */
const now = () => ({ at: Date.now(), day: format(new Date(), 'yyyy-MM-dd') });

/** Nothing from anywhere but this server; inline styles are how the component library sets its own. */
const CONTENT_POLICY = {
  'default-src': ["'self'"],
  'style-src': ["'self'", "'unsafe-inline'"],
  'img-src': ["'self'", 'data:', 'blob:'],
  'worker-src': ["'self'", 'blob:'],
  'upgrade-insecure-requests': null,
};

/** A page elsewhere must not reach a server without passwords through somebody's browser. */
function foreign(req: Request): HttpError | undefined {
  const local = (host: string | undefined) => /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/.test(host ?? '');
  const origin = req.headers.origin;
  if (local(req.headers.host) && (origin === undefined || local(origin.replace(/^https?:\/\//, ''))))
    return undefined;
  return new HttpError(
    403,
    'not-local',
    'This server answers only this machine. Set HEARTY_HOST to open it to others.',
  );
}

function kindOf(req: Request): Kind {
  const kind = KINDS.get(String(req.params.kind));
  if (!kind) throw new HttpError(404, 'not-found', 'There is nothing at this address.');
  return kind;
}
