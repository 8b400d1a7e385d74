import cookieParser from 'cookie-parser';
import type { Request, RequestHandler, Response } from 'express';
import { hostname, networkInterfaces } from 'node:os';
import { HttpError } from '../errors';
import type { Access, Grants } from './access';
import { isHere, isLocalName, isOwnerKey, OWNER_COOKIE, type Owner } from './owner';

/** The cookie of whoever gave the passphrase, and those of screens, by run. */
const PLANNER = 'hearty-plans';
const SCREEN = 'hearty-run-';

const nameOf = (host: string): string => host.replace(/:\d+$/, '').toLowerCase();

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

const site = (req: Request): string => String(req.headers['sec-fetch-site'] ?? '');

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
    if (!isLocalName(host) && !(open && ours(host, names))) {
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
    const isSame = asked === undefined || asked === host || (isLocalName(asked) && isLocalName(host));
    // A page elsewhere may make a browser fetch without an origin; the browser says so (Fetch Metadata, W3C).
    const isElsewhere = origin === undefined && /^(cross|same)-site$/.test(site(req));
    next(
      isSame && !(isElsewhere && /^\/+api(\/|$)/i.test(req.path))
        ? undefined
        : new HttpError(403, 'not-local', 'Another site may not ask this server.'),
    );
  };
}

export const withCookies = cookieParser();

const tokensOf = (req: Request): string[] =>
  Object.entries(req.cookies as Record<string, unknown>).flatMap(([name, token]) =>
    (name === PLANNER || name.startsWith(SCREEN)) && typeof token === 'string' ? [token] : [],
  );

/** What the gate found that a request may do. */
export const grantsIn = (res: Response): Grants => res.locals.grants as Grants;

/** Whose lines a request's count among: those of its tokens; the machine's own user has no limit. */
export const whoOf = (req: Request, res: Response): string | undefined =>
  isHereIn(res) ? undefined : tokensOf(req).sort().join();

/** What a request may do now, where it stays open: its token may have been taken back since. */
export const grantsNow =
  (access: Access) =>
  (req: Request, res: Response): Grants =>
    isHereIn(res) ? 'all' : access.grants(tokensOf(req));

/** Whether a request is the machine's own user's, as the gate found. */
export const isHereIn = (res: Response): boolean => res.locals.isHere === true;

/** Hands a device its token, out of reach of scripts and of other sites. */
export function give(res: Response, runId: string | null, token: string): void {
  res.cookie(runId === null ? PLANNER : SCREEN + runId, token, cookie(res));
}

/** As long as browsers keep any; the server decides when it ends. Over TLS it never goes back in the clear. */
const cookie = (res: Response) =>
  ({ httpOnly: true, sameSite: 'strict', maxAge: 400 * 86_400_000, secure: res.req.secure }) as const;

/** Keeps the owner's key of the address that was opened as a cookie, and takes it out of the address. */
export const takeOwnerKey =
  (owner: Owner): RequestHandler =>
  (req, res, next) => {
    const { key, ...query } = req.query;
    if (owner.key === undefined || key === undefined) return next();
    if (isOwnerKey(owner, key)) res.cookie(OWNER_COOKIE, owner.key, cookie(res));
    const rest = new URLSearchParams(query as Record<string, string>).toString();
    // Never to another host: a path that begins with two slashes would be one.
    res.redirect(303, `/${req.path.replace(/^\/+/, '')}${rest && `?${rest}`}`);
  };

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
export function gate(
  access: Access,
  owner: Owner,
  shows: (runId: string, pictureId: string) => boolean,
): RequestHandler {
  return (req, res, next) => {
    const here = isHere(req, owner);
    res.locals.isHere = here;
    const grants = here ? 'all' : access.grants(tokensOf(req));
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
