import type { Request } from 'express';
import { randomBytes, timingSafeEqual } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** How the machine's own user is told from everybody else. */
export interface Owner {
  /** A reverse proxy stands before the server: it may pass on anybody, so nobody is local. */
  behindProxy: boolean;
  /** In strict mode a request on this machine needs this key too. */
  key?: string | undefined;
}

/** The cookie of whoever opened the address with the owner's key. */
export const OWNER_COOKIE = 'hearty-owner';

const LOCAL = /^(localhost|127(\.\d{1,3}){3}|\[::1\])(:\d+)?$/;

/** Whether a name in a Host or Origin header is one that only this machine can mean. */
export const isLocalName = (host: string): boolean => LOCAL.test(host);

/** Headers by which proxies say whom they ask for: RFC 7239, RFC 9110 (Via), and what is common besides. */
const FORWARDING =
  /^(forwarded|via|x-forwarded(-.*)?|x-real-ip|x-(original|client|cluster-client).*|true-client-ip)$/;

/**
 * Signs of a proxy on this machine. Browsers ask in HTTP/1.1 and keep their connections; a proxy that was not told
 * otherwise asks in HTTP/1.0, or closes each connection.
 */
const isPassedOn = ({ httpVersion, headers }: Request): boolean =>
  httpVersion === '1.0' ||
  /\bclose\b/i.test(headers.connection ?? '') ||
  Object.keys(headers).some((name) => FORWARDING.test(name));

/** In bytes, not letters: a cookie may hold any. */
function isEqual(a: string, b: string): boolean {
  const [one, other] = [Buffer.from(a), Buffer.from(b)];
  return one.length === other.length && timingSafeEqual(one, other);
}

/** Whether a text is the owner's key. */
export const isOwnerKey = ({ key }: Owner, text: unknown): boolean =>
  key !== undefined && typeof text === 'string' && isEqual(text, key);

/** Whether a request was made on this machine itself, by its own user. */
export function isHere(req: Request, owner: Owner): boolean {
  const from = (req.socket.remoteAddress ?? '').replace(/^::ffff:/, '');
  const isLocal =
    !owner.behindProxy &&
    (/^127\./.test(from) || from === '::1') &&
    LOCAL.test(req.headers.host ?? '') &&
    !isPassedOn(req);
  return isLocal && (owner.key === undefined || isOwnerKey(owner, cookiesOf(req)[OWNER_COOKIE]));
}

const cookiesOf = (req: Request): Record<string, unknown> => (req.cookies ?? {}) as Record<string, unknown>;

/** The owner's key of a data folder: made when first asked for, to be read by its owner alone. */
export function ownerKeyOf(dataFolder: string): string {
  const path = join(dataFolder, 'owner-key');
  if (existsSync(path)) {
    const kept = readFileSync(path, 'utf8').trim();
    if (kept) return kept;
  }
  const key = randomBytes(32).toString('base64url');
  writeFileSync(path, `${key}\n`, { mode: 0o600 });
  return key;
}
