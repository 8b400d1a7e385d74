import { RUN_ROLES, type RunRole } from '@hearty/core';
import { createHash, randomBytes, randomInt, scrypt, timingSafeEqual } from 'node:crypto';
import { promisify } from 'node:util';
import type { Db } from '../db';

/** What a request may do: everything, or one role in each of these runs. */
export type Grants = 'all' | ReadonlyMap<string, RunRole>;

/** No letter or digit that is taken for another when read aloud or off a wall: no 0 O, 1 I L, 2 Z, 5 S, 8 B, U V. */
const LETTERS = '34679ACDEFGHJKMNPQRTWXY';
/** 23⁷ codes are 3.4 thousand million: at the 100 wrong ones a minute that are answered, and the first of each of
 * 254 addresses, 3 codes are met once in 6 years. */
const CODE_LENGTH = 7;
/** A code brings screens in for two days after it was made, and never once the curtain is down. */
const CODE_MS = 48 * 3_600_000;
/** A screen that is in stays for two days, and half a day after the curtain: what it still owes must reach the log. */
const SCREEN_MS = 48 * 3_600_000;
const AFTER_CURTAIN_MS = 12 * 3_600_000;
/** Whoever gave the passphrase is asked again after thirty days. Common practice. */
const PLANNER_MS = 30 * 86_400_000;

/** Three words have more. NIST SP 800-63B 5.1.1.2 asks for eight letters at least. */
export const LEAST_PASSPHRASE = 12;
export const LEAST_WORDS = `needs ${LEAST_PASSPHRASE} letters at least: three words will do`;

/** Cost of scrypt (RFC 7914): N = 2¹⁵, r = 8, p = 3, as the OWASP Password Storage Cheat Sheet asks. */
const COST = { N: 2 ** 15, r: 8, p: 3, maxmem: 64 * 2 ** 20 };
const hashOf = promisify<string, Buffer, number, object, Buffer>(scrypt);

/** A token is 256 random bits: its plain hash gives nothing away. */
const tokenHash = (token: string) => createHash('sha256').update(token).digest('base64url');

interface RunStands {
  phase: string;
  downAt: number | null;
}

/** Who may join from other machines: the troupe's passphrase, the codes of runs, and the devices that are in. */
export class Access {
  constructor(
    private readonly db: Db,
    private readonly now: () => number = Date.now,
    /** Called when devices may have been put out. */
    private readonly putOut: () => void = () => undefined,
  ) {}

  /** Whether there is a passphrase: without one nobody plans from another machine. */
  hasPassphrase = (): boolean => this.kept() !== undefined;

  /** Sets it, or takes it away; whoever came in by the old one is out. */
  async setPassphrase(words: string): Promise<void> {
    const salt = randomBytes(16);
    const value = words && `${salt.toString('base64')}:${(await this.hash(words, salt)).toString('base64')}`;
    this.db.transaction(() => {
      this.db.exec(
        "DELETE FROM access_session WHERE run_id IS NULL; DELETE FROM access_setting WHERE name = 'passphrase'",
      );
      if (value) this.db.prepare("INSERT INTO access_setting VALUES ('passphrase', ?)").run(value);
    })();
    this.putOut();
  }

  /** A planner's token for the right passphrase. */
  async enter(words: string): Promise<string | undefined> {
    const kept = this.kept();
    if (kept === undefined) return undefined;
    const [salt, hash] = kept.split(':').map((text) => Buffer.from(text, 'base64'));
    const given = await this.hash(words, salt!);
    // It may have been changed while this one was worked out.
    if (!timingSafeEqual(given, hash!) || this.kept() !== kept) return undefined;
    return this.letIn(null, null, this.now() + PLANNER_MS);
  }

  /** The code that brings screens of a role into a run: made when first asked for, `renew` in place of the old one. */
  code(runId: string, role: RunRole, renew = false): string | undefined {
    if (!this.open(runId)) return undefined;
    const code = this.db.transaction(() => {
      if (renew) {
        this.db.prepare('DELETE FROM access_code WHERE run_id = ? AND role = ?').run(runId, role);
        this.db.prepare('DELETE FROM access_session WHERE run_id = ? AND role = ?').run(runId, role);
      }
      this.db.prepare('DELETE FROM access_code WHERE made_at < ?').run(this.now() - CODE_MS);
      const known = this.db
        .prepare('SELECT code FROM access_code WHERE run_id = ? AND role = ?')
        .pluck()
        .get(runId, role) as string | undefined;
      if (known !== undefined) return known;
      const code = Array.from({ length: CODE_LENGTH }, () => LETTERS[randomInt(LETTERS.length)]).join('');
      this.db.prepare('INSERT INTO access_code VALUES (?, ?, ?, ?)').run(runId, role, code, this.now());
      return code;
    })();
    if (renew) this.putOut();
    return code;
  }

  /** What a code opens, with a token for it. Capitals and spaces do not matter. */
  join(text: string): { runId: string; role: RunRole; token: string } | undefined {
    const row = this.db
      .prepare('SELECT run_id AS runId, role FROM access_code WHERE code = ? AND made_at >= ?')
      .get(text.toUpperCase().replace(/[^A-Z0-9]/g, ''), this.now() - CODE_MS) as
      { runId: string; role: RunRole } | undefined;
    if (!row || !this.open(row.runId)) return undefined;
    return { ...row, token: this.letIn(row.runId, row.role, this.now() + SCREEN_MS) };
  }

  /** What these tokens allow. Where a device came in twice, the role that may do most. */
  grants(tokens: readonly string[]): Grants {
    const roles = new Map<string, RunRole>();
    for (const token of tokens) {
      const row = this.db
        .prepare('SELECT run_id AS runId, role FROM access_session WHERE token = ? AND until > ?')
        .get(tokenHash(token), this.now()) as { runId: string | null; role: RunRole } | undefined;
      if (!row) continue;
      if (row.runId === null) return 'all';
      const { phase, downAt } = this.stands(row.runId) ?? { phase: 'down', downAt: 0 };
      if (phase === 'down' && this.now() > (downAt ?? 0) + AFTER_CURTAIN_MS) continue;
      const had = roles.get(row.runId);
      if (!had || RUN_ROLES.indexOf(row.role) < RUN_ROLES.indexOf(had)) roles.set(row.runId, row.role);
    }
    return roles;
  }

  leave(tokens: readonly string[]): void {
    const gone = this.db.prepare('DELETE FROM access_session WHERE token = ?');
    for (const token of tokens) gone.run(tokenHash(token));
    this.putOut();
  }

  private letIn(runId: string | null, role: RunRole | null, until: number): string {
    const token = randomBytes(32).toString('base64url');
    this.db.prepare('DELETE FROM access_session WHERE until <= ?').run(this.now());
    this.db
      .prepare('INSERT INTO access_session VALUES (?, ?, ?, ?, ?)')
      .run(tokenHash(token), runId, role, this.now(), until);
    return token;
  }

  private open = (runId: string): boolean => {
    const run = this.stands(runId);
    return run !== undefined && run.phase !== 'down';
  };

  private stands = (runId: string): RunStands | undefined =>
    this.db.prepare('SELECT phase, down_at AS downAt FROM run WHERE id = ?').get(runId) as
      RunStands | undefined;

  private kept = (): string | undefined =>
    this.db.prepare("SELECT value FROM access_setting WHERE name = 'passphrase'").pluck().get() as
      string | undefined;

  /** However it was typed: NFKC, as NIST SP 800-63B 5.1.1.2 asks, and one space between words. */
  private hash = (words: string, salt: Buffer): Promise<Buffer> =>
    hashOf(words.normalize('NFKC').trim().replace(/\s+/g, ' '), salt, 32, COST);
}
