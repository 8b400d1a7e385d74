import { RUN_ROLES, type Codes, type Here, type Joined, type Reach, type RunRole } from '@hearty/core';
import { IsBoolean, IsIn, IsString, MaxLength, ValidateIf, MinLength } from 'class-validator';
import { Router, type Request, type Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import { checked, HttpError, notFound } from '../errors';
import type { Runs } from '../live/runs';
import { LEAST_PASSPHRASE, LEAST_WORDS, type Access } from './access';
import { NoNetwork, type Doors } from './doors';
import { give, grantsIn, isHereIn, ownAddresses, takeBack } from './who';

class JoinBody {
  @IsString() @MaxLength(40) code!: string;
}

class EnterBody {
  @IsString() @MaxLength(200) passphrase!: string;
}

class PassphraseBody {
  @ValidateIf((body: PassphraseBody) => body.passphrase !== '')
  @MinLength(LEAST_PASSPHRASE, { message: LEAST_WORDS })
  @MaxLength(200)
  @IsString()
  passphrase!: string;
}

class CodeBody {
  @IsIn(RUN_ROLES) role!: RunRole;
  @IsBoolean() renew!: boolean;
}

class DoorsBody {
  @IsBoolean() open!: boolean;
}

function cannotOpen(error: unknown): never {
  if (error instanceof NoNetwork)
    throw new HttpError(
      409,
      'no-network',
      'This machine is in no network just now. Join one, then try again.',
    );
  const { code, port } = (error ?? {}) as { code?: string; port?: number };
  if (code === 'EADDRINUSE')
    throw new HttpError(
      409,
      'port-taken',
      `Port ${port} is taken on the network side. Set HEARTY_PORT to another one.`,
    );
  throw error;
}

/** Wrong guesses a minute: of one device, and of all together. Common practice; see the length of a code. */
const MOST_OF_ONE = 10;
const MOST_OF_ALL = 100;

const isFirstGuess = (req: Request): boolean =>
  ((req as { guesses?: { used: number } }).guesses?.used ?? 1) <= 1;

/** Counts wrong guesses only, so that a crew that comes in together is not held up. */
const guesses = (limit: number, together: boolean) =>
  rateLimit({
    windowMs: 60_000,
    limit,
    skipSuccessfulRequests: true,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    validate: { xForwardedForHeader: false, forwardedHeader: false },
    requestPropertyName: together ? 'guessesOfAll' : 'guesses',
    // Whoever has not guessed wrong this minute is heard: strangers lock nobody out.
    ...(together && { keyGenerator: () => 'all', skip: isFirstGuess }),
    handler: (_req, _res, next) =>
      next(new HttpError(429, 'too-many', 'Too many wrong tries. Wait a minute, then try again.')),
  });

export interface AccessOptions {
  access: Access;
  runs: Runs;
  isOpen: () => boolean;
  /** Whether the machine's own user brings a key. */
  isKeyed: boolean;
  /** Lets other machines in and out; none where the server listens for all from its start. */
  doors: Doors | undefined;
  names: readonly string[];
}

/** Being let in, and letting in. */
export function accessRoutes({ access, runs, isOpen, isKeyed, doors, names }: AccessOptions): Router {
  const api = Router();
  const limits = [guesses(MOST_OF_ONE, false), guesses(MOST_OF_ALL, true)];

  api.get('/here', (_req, res) => {
    const grants = grantsIn(res);
    const here: Here = {
      here: isHereIn(res),
      plans: grants === 'all',
      passphrase: access.hasPassphrase(),
      ...(isKeyed && { keyed: true }),
      runs: grants === 'all' ? [] : [...grants].map(([runId, role]) => ({ runId, role })),
      generation: runs.generation(),
    };
    res.set('Cache-Control', 'no-store').json(here);
  });
  api.post('/join', ...limits, (req, res) => {
    const joined = access.join(checked(JoinBody, req.body).code);
    if (!joined)
      throw new HttpError(
        403,
        'wrong-code',
        'This code opens nothing. It may be mistyped, replaced, or its show is over.',
      );
    const { runId, role, token } = joined;
    give(res, runId, token);
    res.json({ runId, role, title: runs.get(runId).title } satisfies Joined);
  });
  api.post('/enter', ...limits, async (req, res) => {
    const token = await access.enter(checked(EnterBody, req.body).passphrase);
    if (token === undefined)
      throw new HttpError(
        403,
        'wrong-passphrase',
        access.hasPassphrase()
          ? 'This is not the passphrase.'
          : 'Planning from other machines is not open. Set a passphrase on the machine itself.',
      );
    give(res, null, token);
    res.status(204).end();
  });
  api.post('/leave', (req, res) => {
    takeBack(access, req, res);
    res.status(204).end();
  });

  api.get('/reach', (_req, res) => void res.json(reach(res)));
  api.put('/reach', async (req, res) => {
    if (!isHereIn(res))
      throw new HttpError(403, 'not-local', 'The passphrase is set on the machine Hearty Stage runs on.');
    await access.setPassphrase(checked(PassphraseBody, req.body).passphrase);
    res.json(reach(res));
  });
  api.post('/reach/doors', async (req, res) => {
    if (!isHereIn(res))
      throw new HttpError(403, 'not-local', 'Phones are let in on the machine Hearty Stage runs on.');
    const { open } = checked(DoorsBody, req.body);
    if (!doors)
      throw new HttpError(
        409,
        'set-at-start',
        'HEARTY_HOST says who is let in. Start Hearty Stage without it.',
      );
    if (open) await doors.open().catch(cannotOpen);
    else doors.shut();
    res.json(reach(res));
  });
  api.get('/runs/:id/codes', (req, res) => void res.json(codes(runs.get(req.params.id).id)));
  api.post('/runs/:id/codes', (req, res) => {
    const { role, renew } = checked(CodeBody, req.body);
    const { id } = runs.get(req.params.id);
    if (access.code(id, role, renew) === undefined) throw notFound('running show');
    res.json(codes(id));
  });

  /** Where this server is reached from other machines. */
  function reach(res: Response): Reach {
    const port = res.req.socket.localPort;
    const open = isOpen();
    return {
      open,
      canShut: doors !== undefined,
      here: isHereIn(res),
      passphrase: access.hasPassphrase(),
      addresses: open ? [...names, ...ownAddresses()].map((name) => `http://${name}:${port}`) : [],
    };
  }

  /** The codes of a run; none once its curtain is down. */
  const codes = (runId: string): Codes => ({
    codes: RUN_ROLES.flatMap((role) => {
      const code = access.code(runId, role);
      return code === undefined ? [] : [{ role, code }];
    }),
  });

  return api;
}
