import Database from 'better-sqlite3';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parentPort, workerData } from 'node:worker_threads';
import { HttpError } from '../errors';
import { createEngine } from './engine';
import type { Answered, Asked } from './planner';
import type { LookOptions } from './readiness';

/** The thread that plans: it reads the database beside the thread that writes it. */
const { dataFolder } = workerData as { dataFolder: string };
const program = createHash('sha1').update(readFileSync(__filename)).digest('hex');
const engine = createEngine(new Database(join(dataFolder, 'hearty.db'), { readonly: true }), program);
const tell = (answer: Answered) => parentPort!.postMessage(answer);

parentPort!.on('message', ({ id, job, with: with_ }: Asked) => {
  try {
    const value =
      job === 'look'
        ? engine.look({
            ...(with_ as LookOptions),
            tell: (showId, digest) => tell({ planning: { showId, digest } }),
          })
        : engine[job](with_ as string);
    tell({ id, value });
  } catch (error) {
    const { status, code, message } =
      error instanceof HttpError
        ? error
        : { status: 500, code: 'our-fault', message: `It could not be planned (${String(error)}).` };
    tell({ id, wrong: { status, code, message } });
  }
});
