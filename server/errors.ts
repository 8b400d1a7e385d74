import type { ErrorRequestHandler } from 'express';
import type { Logger } from 'pino';
import { check, type Problem } from '@hearty/core';

/** An answer other than 2xx, with a sentence for a person and, where it helps, what each field is about. */
export class HttpError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    readonly says: string,
    readonly more: { fields?: Problem[]; theirs?: unknown } = {},
  ) {
    super(says);
  }
}

export const notFound = (what: string) => new HttpError(404, 'not-found', `There is no such ${what}.`);

export const badInput = (fields: Problem[]) =>
  new HttpError(400, 'bad-input', 'Some fields need mending; nothing was saved.', { fields });

/** A request's body as the class it must be. Errors: 400 with fields. */
export function checked<T extends object>(type: new () => T, body: unknown): T {
  const result = check(type, body);
  if (!result.ok) throw badInput(result.problems);
  return result.value;
}

/** Every error leaves the server as `{error: {code, says, fields?, theirs?}}`; what is our fault says no more than that. */
export const errorHandler =
  (log: Logger): ErrorRequestHandler =>
  (error, req, res, _next) => {
    if (error instanceof HttpError) {
      res.status(error.status).json({ error: { code: error.code, says: error.says, ...error.more } });
    } else if (error?.type === 'entity.too.large') {
      res
        .status(413)
        .json({ error: { code: 'too-large', says: 'This is more than the server takes at once (8 MB).' } });
    } else if (error?.type === 'entity.parse.failed') {
      res.status(400).json({ error: { code: 'not-json', says: 'This is not JSON.' } });
    } else {
      log.error({ err: error, method: req.method, url: req.originalUrl }, 'a request failed');
      res.status(500).json({
        error: { code: 'our-fault', says: 'Something went wrong on the server; nothing was saved.' },
      });
    }
  };
