import type { ErrorRequestHandler } from 'express';
import type { Logger } from 'pino';
import { check, type Problem } from '@hearty/core';

/** An answer other than 2xx, with a sentence for a person and, where it helps, what each field is about. */
export class HttpError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly more: { fields?: Problem[]; theirs?: unknown } = {},
  ) {
    super(message);
  }
}

export const notFound = (what: string) => new HttpError(404, 'not-found', `There is no such ${what}.`);

export const badInput = (fields: Problem[]) =>
  new HttpError(400, 'bad-input', 'Some fields need fixing; nothing was saved.', { fields });

/** A request's body as the class it must be. Errors: 400 with fields. */
export function checked<T extends object>(type: new () => T, body: unknown): T {
  const result = check(type, body);
  if (!result.ok) throw badInput(result.problems);
  return result.value;
}

/** What the disk below the database or the data folder refused; undefined where it was something else. */
export function diskTrouble(error: unknown): HttpError | undefined {
  const code = (error as { code?: unknown } | null)?.code;
  if (typeof code !== 'string') return undefined;
  const no = (name: string, message: string) => new HttpError(507, name, message);
  if (code === 'SQLITE_FULL' || code === 'ENOSPC' || code === 'EDQUOT')
    return no(
      'disk-full',
      'The disk is full: nothing was kept. Make room on the machine the server runs on; what you sent can be sent again.',
    );
  if (code.startsWith('SQLITE_READONLY') || code === 'EROFS')
    return no(
      'read-only',
      'The data folder or its disk is read-only: nothing was kept. Make it writable, or set HEARTY_DATA to a folder on another disk.',
    );
  if (['SQLITE_CANTOPEN', 'EACCES', 'EPERM'].includes(code))
    return no(
      'read-only',
      'The data folder cannot be written to: nothing was kept. Give the server the right to write there.',
    );
  if (code.startsWith('SQLITE_BUSY') || code === 'SQLITE_LOCKED')
    return no('busy', 'Another program holds the database: nothing was kept. Close it, then try again.');
  if (
    code.startsWith('SQLITE_IOERR') ||
    code.startsWith('SQLITE_CORRUPT') ||
    ['SQLITE_NOTADB', 'EIO'].includes(code)
  )
    return no(
      'damaged',
      'The disk or the database file is damaged: nothing was kept. Stop the server and restore the newest backup.',
    );
  return undefined;
}

/** Requests that libraries refuse before we see them: their mark, our answer. */
const ILL: [
  (error: Ill) => boolean,
  status: number,
  code: string,
  message: string | ((error: Ill) => string),
][] = [
  [
    (e) => e instanceof URIError,
    400,
    'bad-address',
    'This address cannot be read: a “%” in it is not followed by two digits.',
  ],
  [
    (e) => e.type === 'entity.too.large',
    413,
    'too-large',
    (e) => `This is more than the server takes at once (${Math.round((e.limit ?? 0) / 1e6)} MB).`,
  ],
  [(e) => e.type === 'entity.parse.failed', 400, 'not-json', 'This is not JSON.'],
  [
    (e) => e.type === 'charset.unsupported',
    415,
    'bad-charset',
    'This is in letters the server cannot read. Send UTF-8.',
  ],
  [
    (e) => e.type === 'encoding.unsupported',
    415,
    'bad-encoding',
    'This is packed in a way the server cannot unpack. Send it plain or as gzip.',
  ],
  [(e) => e.type === 'request.size.invalid', 400, 'torn', 'Less arrived than was announced. Send it again.'],
  [(e) => e.type === 'request.aborted', 400, 'torn', 'It was broken off on the way. Send it again.'],
  [(e) => e.code?.startsWith('Z_') === true, 400, 'torn', 'This cannot be unpacked: it is damaged.'],
  [(e) => e.status === 404, 404, 'not-found', 'There is nothing at this address.'],
  [(e) => e.status === 416, 416, 'past-the-end', 'This asks for a part past the end of the file.'],
  [(e) => e.status === 412, 412, 'changed', 'This is not the version that was asked for.'],
  [(e) => (e.status ?? 500) < 500, 400, 'bad-request', 'This request cannot be read.'],
];

type Ill = { type?: string; status?: number; code?: string; limit?: number };

/** The answer to a request that is ill by itself; undefined where the fault is ours. */
function ill(error: unknown): HttpError | undefined {
  const about = (error ?? {}) as Ill;
  const row = ILL.find(([fits]) => fits(about));
  if (!row) return undefined;
  const [, status, code, message] = row;
  return new HttpError(status, code, typeof message === 'string' ? message : message(about));
}

/** Every error leaves the server as `{error: {code, says, fields?, theirs?}}`; what is our fault says no more than that. */
export const errorHandler =
  (log: Logger): ErrorRequestHandler =>
  (error, req, res, _next) => {
    // Half an answer is on its way: it is broken off, so that nobody takes it for a whole one.
    if (res.headersSent) return void res.destroy();
    const disk = error instanceof HttpError ? undefined : diskTrouble(error);
    const known = error instanceof HttpError ? error : (disk ?? ill(error));
    // What stood there for a good answer does not hold for this one.
    res.set('Cache-Control', 'no-store').type('json');
    if (disk) log.error({ err: error, method: req.method, url: req.originalUrl }, 'the disk refuses');
    if (known)
      return void res
        .status(known.status)
        .json({ error: { code: known.code, message: known.message, ...known.more } });
    log.error({ err: error, method: req.method, url: req.originalUrl }, 'a request failed');
    res.status(500).json({
      error: { code: 'our-fault', message: 'Something went wrong on the server; nothing was saved.' },
    });
  };
