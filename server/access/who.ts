import cookieParser from 'cookie-parser';
import type { Request, RequestHandler, Response } from 'express';
import { hostname, networkInterfaces } from 'node:os';
import { HttpError } from '../errors';
import type { Access, Grants } from './access';

/** The cookie of whoever gave the passphrase, and those of screens, by run. */
const PLANNER = 'hearty-plans';
const SCREEN = 'hearty-run-';

const LOCAL = /^(localhost|127(\.\d{1,3}){3}|\[::1\])(:\d+)?$/;

const nameOf = (host: string): string => host.replace(/:\d+$/, '').toLowerCase();

/** Whether a request was made on this machine itself: nothing between, by a name of this machine alone. */
export function isHere(req: Request): boolean {
  const from = (req.socket.remoteAddress ?? '').replace(/^::ffff:/, '');
  const between = ['forwarded', 'x-forwarded-for', 'x-real-ip', 'via'].some(
    (h) => req.headers[h] !== undefined,
  );
  return (/^127\./.test(from) || from === '::1') && LOCAL.test(req.headers.host ?? '') && !between;
}

/** Addresses of this machine that others in the house may reach, newest kind last; IPv4, as people type them. */
export const ownAddresses = (): string[] =>
  Object.values(networkInterfaces())
    .flatMap((all) => all ?? [])
    .filter((a) => !a.internal && a.family === 'IPv4')
    .map((a) => a.address);

/** Whether this machine answers by a name. `names`: those it was given beside its own. */
function ours(host: string, names: readonly string[]): boolean {
  const name = nameOf(host);
  const own = hostname().toLowerCase();
  const all = Object.values(networkInterfaces()).flatMap((all) => all ?? []);
  return (
    [own, `${own}.local`, ...names].includes(name) ||
    all.some((a) => a.address === name || `[${a.address.split('%')[0]}]` === name)
  );
}

/**
 * Refuses what a page elsewhere sends through somebody's browser: names that are not this machine's (a foreign name may
 * be made to lead here), and origins other than the very address that was asked.
 */
export function foreign({
  isOpen,
  names,
}: {
  isOpen: () => boolean;
  names: readonly string[];
}): RequestHandler {
  return (req, _res, next) => {
    const open = isOpen();
    const { host = '', origin } = req.headers;
    if (!LOCAL.test(host) && !(open && ours(host, names))) {
      next(
        new HttpError(
          403,
          'not-local',
          open
            ? 'This server does not go by this name. Use its address, or add the name to HEARTY_NAMES.'
            : 'This server answers only this machine. Let phones in on the Live page, or set HEARTY_HOST.',
        ),
      );
      return;
    }
    const asked = origin?.replace(/^https?:\/\//, '');
    // Two local names are one machine: the tools of development ask across ports.
    const isSame = asked === undefined || asked === host || (LOCAL.test(asked) && LOCAL.test(host));
    next(isSame ? undefined : new HttpError(403, 'not-local', 'Another site may not ask this server.'));
  };
}

export const withCookies = cookieParser();

const tokensOf = (req: Request): string[] =>
  Object.entries(req.cookies as Record<string, unknown>).flatMap(([name, token]) =>
    (name === PLANNER || name.startsWith(SCREEN)) && typeof token === 'string' ? [token] : [],
  );

/** What the gate found that a request may do. */
export const grantsIn = (res: Response): Grants => res.locals.grants as Grants;

const grantsOf = (access: Access, req: Request): Grants =>
  isHere(req) ? 'all' : access.grants(tokensOf(req));

/** Hands a device its token, out of reach of scripts and of other sites. */
export function give(res: Response, runId: string | null, token: string): void {
  const name = runId === null ? PLANNER : SCREEN + runId;
  // As long as browsers keep any; the server decides when it ends.
  res.cookie(name, token, { httpOnly: true, sameSite: 'strict', maxAge: 400 * 86_400_000 });
}

/** Forgets every token of this device. */
export function takeBack(access: Access, req: Request, res: Response): void {
  access.leave(tokensOf(req));
  for (const name of Object.keys(req.cookies as object))
    if (name === PLANNER || name.startsWith(SCREEN)) res.clearCookie(name);
}

/** What anyone may ask: whether the server is there, who one is, and to be let in. */
const FOR_ALL = /^\/(health|here|join|enter|leave)$/;
const OF_RUN = /^\/runs\/([A-Za-z0-9_-]+)(\/events|\/stream|\/ticks)?$/;
const PICTURE = /^\/pictures\/([0-9a-f]{64})$/;

/**
 * Lets through, of what lies below /api, what a request may ask for: all of it on this machine and by the passphrase, the
 * run and its pictures with its code, else nothing. `shows`: whether a picture stands in a run.
 */
export function gate(access: Access, shows: (runId: string, pictureId: string) => boolean): RequestHandler {
  return (req, res, next) => {
    const grants = grantsOf(access, req);
    res.locals.grants = grants;
    if (grants === 'all' || FOR_ALL.test(req.path)) {
      next();
      return;
    }
    const reads = req.method === 'GET' || req.method === 'HEAD';
    const run = OF_RUN.exec(req.path)?.[1];
    const picture = PICTURE.exec(req.path)?.[1];
    const may =
      (reads && run !== undefined && grants.has(run)) ||
      (reads && picture !== undefined && [...grants.keys()].some((id) => shows(id, picture))) ||
      // Each event is asked about by itself.
      (req.method === 'POST' && req.path === '/events' && grants.size > 0);
    next(may ? undefined : whoAreYou(grants));
  };
}

const whoAreYou = (grants: ReadonlyMap<string, unknown>): HttpError =>
  new HttpError(
    401,
    'who',
    grants.size > 0
      ? 'This device was let in for one show’s screens only.'
      : 'This device is not let in, or no longer. Ask for a code, and join again.',
  );
