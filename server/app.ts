import {
  eventVersion,
  Id,
  MOST_PICTURE_BYTES,
  oddity,
  seasonCsv,
  VENUE_KINDS,
  type LogbookAsk,
  type VenueKind,
} from '@hearty/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsInt,
  IsObject,
  IsOptional,
  IsString,
  Matches,
  MaxLength,
  Max,
  Min,
} from 'class-validator';
import { addDays, format } from 'date-fns';
import express, { type Express, type Request } from 'express';
import compression from 'compression';
import { join } from 'node:path';
import { constants } from 'node:zlib';
import helmet from 'helmet';
import { Access } from './access/access';
import type { Doors } from './access/doors';
import { accessRoutes } from './access/routes';
import { isHere, type Owner } from './access/owner';
import { foreign, gate, grantsNow, takeOwnerKey, withCookies } from './access/who';
import { createAnswers, createParts } from './answers';
import { Changes, CHANGES } from './changes';
import type { Db } from './db';
import { Documents, type Kind } from './documents';
import { badInput, checked, errorHandler, HttpError, notFound } from './errors';
import { backupRoutes } from './backup-routes';
import { examineHere, type Examiner } from './examine';
import type { Logger } from 'pino';
import { openLog } from './log';
import { logbook, overview, pastShows, runPage } from './overview';
import { createBoard } from './planning/board';
import { plannerHere, type Planner } from './planning/planner';
import { Hub } from './live/hub';
import { Journal } from './live/journal';
import { runRoutes } from './live/routes';
import { Runs } from './live/runs';
import { demoLines, outcomesOf, recordOf } from './live/season';
import { bringUpToDate } from './projections';
import { Pictures, wrongWith } from './pictures';
import { Stores } from './stores';
import { storesRoutes } from './stores-routes';
import { bringIn } from './library-files';
import { importShow, library, libraryText, showFile } from './show-files';
import { firstShow, starterShelf } from './starter';

class SaveBody {
  @IsInt() @Min(0) @Type(() => Number) version!: number;
  @IsObject() body!: object;
}

class RemoveQuery {
  @IsInt() @Min(1) @Type(() => Number) version!: number;
}

class LibraryFileBody {
  @IsObject() file!: object;
  @IsArray() @ArrayMaxSize(500) @IsString({ each: true }) demoIds!: string[];
}

class CloseActionBody {
  @Id() id!: string;
}

class PastQuery {
  /** The oldest show that is known; without it, the past from today on. */
  @IsOptional()
  @Matches(/^\d{4}-\d{2}-\d{2}$/, { message: 'must be a date such as 2026-11-23' })
  before?: string;
  @IsOptional() @Id() id?: string;
  /** What stands in the title or in the name of the venue. */
  @IsOptional() @IsString() @MaxLength(200) find?: string;
}

/** Runs of a year, of a kind of venue, or with a demo. */
class LogbookQuery {
  @IsOptional() @IsInt() @Min(1970) @Max(9999) @Type(() => Number) year?: number;
  @IsOptional() @IsIn(VENUE_KINDS) venueKind?: VenueKind;
  @IsOptional() @Id() demoId?: string;
}

class RunsQuery extends LogbookQuery {
  @IsInt() @Min(0) @Type(() => Number) before!: number;
}

/** The most that a library file may have, pictures and all. */
const MOST_LIBRARY = '64mb';

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
  /** Serve other machines too: only then are other host names answered, these beside the machine's own. */
  open?: boolean;
  /** Lets other machines in while the server runs. */
  doors?: Doors;
  names?: readonly string[];
  owner?: Owner;
  version?: string;
  log?: Logger;
  /** Plans beside the answering; in this thread where none is given. */
  planner?: Planner;
  /** The data folder and that of the migrations; without them nothing can be backed up or restored. */
  dataFolder?: string;
  migrationsFolder?: string;
  /** Read documents ahead of the first page. */
  readAhead?: boolean;
  /** Examines backups beside the answering; in this process where none is given. */
  examiner?: Examiner;
}

/** The whole HTTP side: the API below /api, and the built client for every other address. */
export function createApp({
  db,
  webFolder,
  open = false,
  doors,
  names = [],
  owner = { behindProxy: false },
  version = '0',
  log = openLog(),
  planner = plannerHere(db),
  dataFolder,
  migrationsFolder,
  examiner,
  readAhead = false,
}: AppOptions): Express {
  const app = express();
  const documents = new Documents(db);
  const runs = new Runs(db);
  const stores = new Stores(db, documents);
  const pictures = new Pictures(db);
  const journal = new Journal(db, runs, stores, log);
  const access = new Access(db, Date.now, () => hub.recheck());
  const hub = new Hub();
  const changes = new Changes();
  const addressOf = new Map([...KINDS].map(([address, kind]) => [kind, address]));
  documents.onChange = (kind, id, version) => changes.note({ kind: addressOf.get(kind)!, id, version });
  pictures.sweep();
  bringUpToDate(db, {
    ...{ runs, stores },
    failed: (runId, err) => log.error({ err, runId }, 'a run could not be summed up'),
  });
  if (readAhead)
    documents
      .readAhead()
      .catch((error: unknown) => log.error({ err: error }, 'documents were not read ahead'));
  const answer = createAnswers();
  const part = createParts();
  const board = createBoard({ db, documents, runs, stores, planner, today: () => now().day, log });
  const file = (id: string) => showFile(documents, id, library(documents, runs, stores));
  app.disable('x-powered-by');
  app.use(
    helmet({
      contentSecurityPolicy: { useDefaults: false, directives: CONTENT_POLICY },
      strictTransportSecurity: false,
      // Without a referrer a form of our own would be sent from nowhere: origin “null”.
      referrerPolicy: { policy: 'same-origin' },
    }),
  );
  // The address that the nearest proxy asks for, and whether it is asked over TLS.
  app.set('trust proxy', owner.behindProxy ? 1 : false);
  const isOpen = () => open || owner.behindProxy || doors?.isOpen === true;
  app.use(foreign({ isOpen, names }));
  app.use(takeOwnerKey(owner));
  // Before a body is read: strangers are not listened to.
  app.use('/api', withCookies, gate(access, owner, runs.lists.showsPicture));
  app.use('/api', packed(owner, { level: 1 }));
  // Pictures come with a library file.
  app.use('/api/library-file', express.json({ limit: MOST_LIBRARY }));
  app.use('/api', express.json({ limit: '8mb' }));
  app.use('/api', (req, _res, next) => {
    const odd = oddity(req.body);
    next(odd && badInput([odd]));
  });

  app.use('/api', (_req, res, next) => {
    const before = changes.newest;
    // After the answer: by then what changed is on the disk.
    res.once('finish', () => changes.newest !== before && hub.tell([CHANGES]));
    next();
  });

  app.get('/api/health', (_req, res) => {
    db.prepare('SELECT 1').get();
    res.json({ ok: true, version });
  });

  app.use('/api', accessRoutes({ access, runs, isOpen, isKeyed: owner.key !== undefined, doors, names }));

  const kept = { documents, runs, stores, board };
  app.get('/api/overview', (_req, res) => void res.json(overview(kept, now().day)));
  app.get('/api/overview/past', (req, res) => {
    const { before = now().day, id = '', find = '' } = checked(PastQuery, req.query);
    res.json(pastShows(kept, { before, id, find }));
  });
  app.get('/api/logbook', (req, res) => {
    board.fill();
    res.json(logbook(db, documents, runs, asked(checked(LogbookQuery, req.query)), now().day));
  });
  app.get('/api/logbook/demos', (req, res) =>
    answer(req, res, `${documents.revision('demo')},${runs.revision}`, () =>
      JSON.stringify(demoLines(outcomesOf(db, {}), documents.all('demo'))),
    ),
  );
  app.get('/api/logbook/runs', (req, res) => {
    const { before, ...ask } = checked(RunsQuery, req.query);
    res.json(runPage(runs, { ...asked(ask), before }));
  });
  app.get('/api/logbook/runs.csv', (req, res) => {
    const ask = asked(checked(LogbookQuery, req.query));
    res.type('text/csv').send(seasonCsv(runs.lists.lines({ ...ask, limit: -1 })));
  });
  app.get('/api/demos/:id/record', (req, res) => {
    const demo = documents.get('demo', req.params.id);
    if (!demo) throw notFound('demo');
    res.json(recordOf(db, demo.id, demo.body));
  });
  app.get('/api/demos/:id/attempts', (req, res) => void res.json(runs.lessons.attemptsAt(req.params.id)));
  app.get('/api/demos/:id/trials', (req, res) => {
    const reading = documents.get('demo', req.params.id)?.body.reading;
    res.json(runs.lessons.trialsOf(req.params.id, reading));
  });
  app.get('/api/demos/:id/said', (req, res) => void res.json(runs.lessons.saidOf(req.params.id)));
  app.get('/api/attempts', (_req, res) => {
    res.json({ format: 'hearty-stage/attempts', version: 1, attempts: runs.lessons.attempts() });
  });
  app.post('/api/actions/:id/close', (req, res) => {
    const { id } = checked(CloseActionBody, req.body);
    closeAction(runs, journal, req.params.id, id);
    res.json({ ok: true });
  });

  app.get('/api/library', (req, res) =>
    answer(req, res, [documents.revision(), runs.revision, stores.revision].join(), () =>
      libraryText({ documents, runs, stores }, part),
    ),
  );
  app.post('/api/import', (req, res) => {
    res.status(201).json(importShow(db, documents, stores, req.body, now()));
  });
  app.post('/api/library-file', (req, res) => {
    res.status(201).json(bringIn(db, documents, pictures, checked(LibraryFileBody, req.body)));
  });
  app.post('/api/pictures', express.raw({ type: () => true, limit: MOST_PICTURE_BYTES }), (req, res) => {
    const bytes = Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0);
    const wrong = wrongWith(bytes, 'picture');
    if (wrong) throw badInput([wrong]);
    res.status(201).json({ id: pictures.put(bytes) });
  });
  app.get('/api/pictures/:id', (req, res) => {
    const picture = pictures.get(req.params.id);
    if (!picture) throw notFound('picture');
    // Its address is made of what is in it.
    res.set('Cache-Control', 'private, max-age=31536000, immutable').type(picture.type).send(picture.bytes);
  });
  app.get('/api/starter', (_req, res) => void res.json(starterShelf()));
  app.post('/api/starter/show', (_req, res) => {
    const date = format(addDays(now().at, FIRST_SHOW_IN), 'yyyy-MM-dd');
    res.status(201).json(importShow(db, documents, stores, firstShow(date), now()));
  });
  app.get('/api/shows/:id/file', (req, res) => void res.json(file(req.params.id)));
  app.get('/api/shows/:id/plan', async (req, res) => void res.json(await planner.do('plan', req.params.id)));

  app.get('/api/shows/:id/last', (req, res) => {
    const show = documents.get('show', req.params.id);
    if (!show) throw notFound('show');
    const last = runs.lists.lastPlayed(show.body);
    res.json(last === undefined ? null : runs.get(last));
  });

  app.get('/api/tour', (_req, res) => void res.json(board.tour()));
  if (dataFolder !== undefined && migrationsFolder !== undefined)
    app.use(
      '/api',
      backupRoutes({
        ...{ db, folder: dataFolder, day: () => now().day },
        examiner: examiner ?? examineHere(migrationsFolder),
        changed: () => {
          runs.forget();
          documents.touch();
          stores.revision++;
          runs.touch();
          changes.noteAll();
        },
      }),
    );
  app.use('/api', storesRoutes(stores, documents, answer, now));

  app.use(
    '/api',
    runRoutes({ ...{ runs, journal, hub, changes }, fileOf: file, grantsNow: grantsNow(access) }),
  );

  app.get('/api/broken', (req, res) =>
    answer(req, res, `${documents.revision()}`, () => JSON.stringify(documents.broken())),
  );
  app.get('/api/:kind/:id/raw', (req, res) => {
    res.type('application/json').send(documents.raw(kindOf(req), req.params.id));
  });

  app.get('/api/:kind', (req, res) => void res.json(documents.all(kindOf(req))));
  app.get('/api/:kind/:id', (req, res) => {
    const kind = kindOf(req);
    const document = documents.get(kind, req.params.id);
    if (!document) throw notFound(kind);
    res.json(document);
  });
  app.put('/api/:kind/:id', (req, res) => {
    const { version: from, body } = checked(SaveBody, req.body);
    res.json(documents.save(kindOf(req), req.params.id, from, body));
  });
  app.delete('/api/:kind/:id', (req, res) => {
    documents.remove(kindOf(req), req.params.id, checked(RemoveQuery, req.query).version);
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
    app.use(packed(owner, { level: 6, brotli: { params: { [constants.BROTLI_PARAM_QUALITY]: 5 } } }));
    // The name of a built file changes with what is in it.
    app.use(
      '/assets',
      express.static(join(webFolder, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }),
    );
    app.use(express.static(webFolder, { index: 'index.html' }));
    app.get('/{*path}', (_req, res) => void res.sendFile('index.html', { root: webFolder }));
  }
  app.use(errorHandler(log));
  return app;
}

/** Closes an action by an event in the run that asked for it, so that the log stays the only truth. */
function closeAction(runs: Runs, journal: Journal, actionId: string, id: string): void {
  const action = runs.lists.action(actionId);
  const used = action && runs.log.get(action.runId, id);
  if (used?.kind === 'action closed' && (used.body as { actionId?: unknown }).actionId === actionId) return;
  if (!action || action.done) throw new HttpError(404, 'not-found', 'There is no such open action.');
  const at = Date.now();
  const kind = 'action closed';
  const event = {
    ...{ id, run: action.runId, device: 'logbook', person: null, at, tick: runs.tick(action.runId) + 1 },
    ...{ v: eventVersion(kind), kind, body: { actionId } },
  };
  const [answer] = journal.take([event], at);
  if (answer?.is === 'refused') throw new HttpError(409, 'exists', answer.message ?? '');
}

/** What of the logbook is asked for; what is left out is left out. */
const asked = ({ year, venueKind, demoId }: LogbookAsk): LogbookAsk => ({
  ...(year !== undefined && { year }),
  ...(venueKind && { venueKind }),
  ...(demoId && { demoId }),
});

/** Packs what goes to other machines; to this one the way is shorter than the packing takes. */
const packed = (owner: Owner, options: compression.CompressionOptions) =>
  compression({ ...options, filter: (req, res) => !isHere(req, owner) && compression.filter(req, res) });

/** A first show to try things on is so many days from now. */
const FIRST_SHOW_IN = 7;

/** The moment and its calendar day where the server stands. */
const now = () => ({ at: Date.now(), day: format(new Date(), 'yyyy-MM-dd') });

/** Nothing from anywhere but this server; inline styles are how the component library sets its own. */
const CONTENT_POLICY = {
  'default-src': ["'self'"],
  'style-src': ["'self'", "'unsafe-inline'"],
  'img-src': ["'self'", 'data:', 'blob:'],
  'worker-src': ["'self'", 'blob:'],
  'script-src': ["'self'"],
  'script-src-attr': ["'none'"],
  'font-src': ["'self'"],
  'object-src': ["'none'"],
  'base-uri': ["'self'"],
  'form-action': ["'self'"],
  'frame-ancestors': ["'self'"],
};

function kindOf(req: Request): Kind {
  const kind = KINDS.get(String(req.params.kind));
  if (!kind) throw new HttpError(404, 'not-found', 'There is nothing at this address.');
  return kind;
}
