import { format } from 'date-fns';
import express, { type Response } from 'express';
import { existsSync, readdirSync, rmSync, statSync } from 'node:fs';
import type { Server } from 'node:http';
import { join } from 'node:path';
import { isHere, type Owner } from './access/owner';
import { foreign, takeOwnerKey, withCookies } from './access/who';
import { bringBack } from './backups';
import { holdsSomething } from './copies';
import { openDatabase } from './db';
import { examine } from './examine';
import { errorHandler, HttpError } from './errors';
import type { Logger } from 'pino';

/** A data folder whose database is gone or empty while backups beside it are not. */
export interface MissingData {
  isGone: boolean;
  /** Backups with something in them, the newest first. */
  backups: { path: string; at: number }[];
}

/** Whether the data of a folder is missing: then nothing is started on it before somebody decides. */
export function missingData(folder: string): MissingData | undefined {
  const path = join(folder, 'hearty.db');
  const beside = join(folder, 'backups');
  const isGone = !existsSync(path) || statSync(path).size === 0;
  if (!existsSync(beside) || (!isGone && isFilled(path, true))) return undefined;
  const backups = readdirSync(beside)
    .filter((name) => /\.db$/.test(name))
    .map((name) => join(beside, name))
    .filter((at) => isFilled(at, false))
    .map((at) => ({ path: at, at: statSync(at).mtimeMs }))
    .sort((a, b) => b.at - a.at);
  return backups.length > 0 ? { isGone, backups } : undefined;
}

/** Whether a file is a database with something in it. */
function isFilled(path: string, ifUnreadable: boolean): boolean {
  try {
    return holdsSomething(path);
  } catch {
    return ifUnreadable;
  }
}

const when = (at: number) => format(at, 'd MMM yyyy, HH:mm');

const HEADING = 'Your data is missing';

/** What happened, in a sentence or two. */
const happened = (folder: string, { isGone, backups: [newest] }: MissingData) =>
  `The database in ${folder} is ${isGone ? 'gone' : 'empty'}. The newest backup beside it is from ${when(newest!.at)}.`;

/** The question as a terminal shows it. */
export const askInTerminal = (folder: string, missing: MissingData, address: string): string =>
  `${HEADING}. ${happened(folder, missing)}\nOpen ${address} on this machine to restore it or to start empty. ` +
  `Or stop this and run “npm run --silent hearty -- restore ${missing.backups[0]!.path} --yes”, or start with HEARTY_START_EMPTY=1.`;

export interface AskOptions {
  folder: string;
  migrations: string;
  missing: MissingData;
  owner: Owner;
  log: Logger;
  listen: { port: number; host: string };
  /** Called with the server once it answers, to print its address. */
  onListening: (server: Server) => void;
  onError: (error: Error) => void;
}

/** Asks the owner in the browser, at the address the product will have; comes back once that is answered. */
export function askInBrowser(options: AskOptions): Promise<void> {
  const { folder, migrations, missing, owner, log, listen, onListening, onError } = options;
  return new Promise((answered) => {
    const app = express();
    app.disable('x-powered-by');
    app.use(foreign({ isOpen: () => !['127.0.0.1', 'localhost', '::1'].includes(listen.host), names: [] }));
    app.use(takeOwnerKey(owner), withCookies, express.urlencoded({ extended: false, limit: '1kb' }));
    app.get('/', (req, res) => {
      page(res.status(503), isHere(req, owner) ? question(folder, missing) : ELSEWHERE);
    });
    app.post('/answer', (req, res) => {
      if (!isHere(req, owner)) throw new HttpError(401, 'who', ELSEWHERE_WORDS);
      const { backup } = (req.body ?? {}) as { backup?: unknown };
      // An empty answer is none, and no number.
      const chosen = /^\d+$/.test(String(backup)) ? missing.backups[Number(backup)] : undefined;
      if (backup !== 'none' && !chosen) throw new HttpError(400, 'bad-input', 'Choose one of the backups.');
      if (chosen) restore(folder, migrations, chosen.path);
      page(res, '<h1>Starting …</h1><meta http-equiv="refresh" content="2; url=/">');
      res.once('finish', () => {
        server.close(() => answered());
        server.closeAllConnections();
      });
    });
    app.use((_req, _res, next) =>
      next(new HttpError(503, 'missing-data', `${HEADING}. ${happened(folder, missing)}`)),
    );
    app.use(errorHandler(log));
    const server = app.listen(listen.port, listen.host, (error?: Error) =>
      error ? onError(error) : onListening(server),
    );
  });
}

/** Restores a backup into a folder that has nothing. Errors: as `examine`. */
function restore(folder: string, migrations: string, path: string): void {
  const work = join(folder, 'looking');
  examine(path, work, migrations);
  const db = openDatabase(folder, migrations);
  try {
    bringBack(db, join(work, 'hearty.db'), { backups: join(folder, 'backups'), overNewer: true });
  } finally {
    db.close();
    rmSync(work, { recursive: true, force: true });
  }
}

const ELSEWHERE_WORDS = 'Only the machine that this server runs on can answer this.';
const ELSEWHERE = `<h1>Hearty Stage is waiting</h1><p>Its data is missing. ${ELSEWHERE_WORDS}</p>`;

/** The question as a browser shows it: restore one of the backups, or start empty. */
const question = (folder: string, missing: MissingData) => `
<h1>${HEADING}</h1>
<p>${escaped(happened(folder, missing))}</p>
<form method="post" action="/answer">
  <fieldset><legend>What now?</legend>
    ${missing.backups
      .slice(0, 10)
      .map(
        ({ at }, i) =>
          `<label><input type="radio" name="backup" value="${i}"${i === 0 ? ' checked' : ''}> Restore the backup of ${when(at)}</label>`,
      )
      .join('\n    ')}
    <label><input type="radio" name="backup" value="none"> Start empty. The backups stay where they are.</label>
  </fieldset>
  <button>Continue</button>
</form>`;

const escaped = (text: string) => text.replace(/[&<>"]/g, (letter) => `&#${letter.charCodeAt(0)};`);

/** A page by itself: nothing of the product is started yet. Colours and sizes are those of the product's light theme. */
function page(res: Response, body: string): void {
  res
    .set('Cache-Control', 'no-store')
    .set('Content-Security-Policy', "default-src 'none'; style-src 'unsafe-inline'; form-action 'self'")
    .type('html').send(`<!doctype html><html lang="en"><meta charset="utf-8">
<meta name="viewport" content="width=device-width"><title>${HEADING} · Hearty Stage</title>
<style>
  body { font: 18px/1.5 sans-serif; max-width: 40rem; margin: 3rem auto; padding: 0 1rem; background: #fbf7f0; color: #2b2130 }
  p { overflow-wrap: anywhere }
  fieldset { border: 1px solid #e4dacb; border-radius: 6px; margin: 1.5rem 0; padding: .5rem 1rem }
  label { display: block; padding: .6rem 0 }
  input { accent-color: #5a2d62 }
  button { font: inherit; font-weight: 700; padding: .6rem 1.4rem; border: 0; border-radius: 6px; background: #5a2d62; color: #fffdf9 }
  :focus-visible { outline: 3px solid #2f7f79; outline-offset: 2px }
</style><body><main>${body}</main></body></html>`);
}
