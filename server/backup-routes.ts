import { IsBoolean } from 'class-validator';
import { Router } from 'express';
import { createWriteStream, existsSync, mkdirSync, rmSync, readdirSync, statSync } from 'node:fs';
import { randomUUID } from 'node:crypto';
import { dirname, join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { bringBack, previewCopy } from './backups';
import { saveCopy } from './copies';
import type { Db } from './db';
import { checked, HttpError } from './errors';
import type { Examiner } from './examine';

class BringBackBody {
  /** Agreed that what is here and newer may be replaced. */
  @IsBoolean() overNewer!: boolean;
}

export interface BackupOptions {
  db: Db;
  /** The data folder. */
  folder: string;
  examiner: Examiner;
  day: () => string;
  /** Called when everything here is another's: nothing remembered of it holds. */
  changed: () => void;
}

/** The largest copy that is taken in, in bytes: ten times the database of ten years. */
const MOST_BYTES = 1_000_000_000;
/** An upload that was checked and not restored is deleted after a day. */
const KEPT_MS = 86_400_000;

const noSuch = () => new HttpError(404, 'not-found', 'There is no such copy here. Choose the file again.');

/** Back up and restore: one file, with a preview before anything is changed. */
export function backupRoutes({ db, folder, examiner, day, changed }: BackupOptions): Router {
  const api = Router();
  const incoming = join(folder, 'incoming');
  const pathOf = (token: string) => {
    if (!/^[0-9a-f-]{36}$/.test(token)) throw noSuch();
    return join(incoming, token, 'hearty.db');
  };
  const tidy = () => {
    mkdirSync(incoming, { recursive: true });
    for (const name of readdirSync(incoming)) {
      const path = join(incoming, name);
      if (Date.now() - statSync(path).mtimeMs > KEPT_MS) rmSync(path, { recursive: true, force: true });
    }
  };

  // It costs, and reveals everything: no link or picture on another page may ask for it.
  api.post('/backup', (_req, res, next) => {
    tidy();
    const path = join(incoming, `${randomUUID()}.db`);
    saveCopy(db, path);
    res.download(path, `hearty-stage-${day()}.hearty`, (error?: Error) => {
      rmSync(path, { force: true });
      if (error && !res.headersSent) next(error);
    });
  });

  api.post('/backup/preview', async (req, res) => {
    tidy();
    const token = randomUUID();
    const path = pathOf(token);
    const upload = join(incoming, `${token}.upload`);
    let bytes = 0;
    const limit = new Transform({
      transform(chunk: Buffer, _encoding, done) {
        bytes += chunk.length;
        done(
          bytes > MOST_BYTES ? new HttpError(413, 'too-large', 'No copy of ours is larger than 1 GB.') : null,
          chunk,
        );
      },
    });
    try {
      await pipeline(req, limit, createWriteStream(upload));
      const unreadable = await examiner(upload, dirname(path));
      res.json({ token, ...previewCopy(db, path), unreadable });
    } finally {
      rmSync(upload, { force: true });
    }
  });

  api.post('/backup/:token/bring-back', (req, res) => {
    const { overNewer } = checked(BringBackBody, req.body);
    const path = pathOf(req.params.token);
    if (!existsSync(path)) throw noSuch();
    const done = bringBack(db, path, { backups: join(folder, 'backups'), overNewer });
    changed();
    rmSync(dirname(path), { recursive: true, force: true });
    res.json(done);
  });
  return api;
}
