import {
  check,
  Crate,
  Demo,
  demoProblems,
  Good,
  Person,
  Show,
  showProblems,
  Venue,
  type Problem,
  type Stored,
} from '@hearty/core';
import type { Db } from './db';
import { badInput, HttpError, notFound } from './errors';

export type Kind = 'demo' | 'show' | 'venue' | 'person' | 'good' | 'crate';

interface Kinds {
  demo: Demo;
  show: Show;
  venue: Venue;
  person: Person;
  good: Good;
  crate: Crate;
}

const CLASSES: { [K in Kind]: new () => Kinds[K] } = {
  demo: Demo,
  show: Show,
  venue: Venue,
  person: Person,
  good: Good,
  crate: Crate,
};

const FURTHER: { [K in Kind]?: (body: Kinds[K]) => Problem[] } = { demo: demoProblems, show: showProblems };

/** Where a document of one kind is named by another: a query that gives the titles of those that use it. */
const USED_BY: { [K in Kind]?: string } = {
  demo: `SELECT json_extract(body, '$.title') AS title FROM document s
    WHERE s.kind = 'show' AND s.deleted_at IS NULL
      AND EXISTS (SELECT 1 FROM json_each(s.body, '$.items') i WHERE json_extract(i.value, '$.demoId') = @id)`,
  venue: `SELECT json_extract(body, '$.title') AS title FROM document
    WHERE kind = 'show' AND deleted_at IS NULL AND json_extract(body, '$.venueId') = @id`,
  person: `SELECT json_extract(body, '$.title') AS title FROM document s
    WHERE s.kind = 'show' AND s.deleted_at IS NULL
      AND (EXISTS (SELECT 1 FROM json_each(s.body, '$.crew') c WHERE json_extract(c.value, '$.personId') = @id)
        OR EXISTS (SELECT 1 FROM json_each(s.body, '$.items') i WHERE json_extract(i.value, '$.presenterId') = @id))`,
  good: `SELECT json_extract(body, '$.title') AS title FROM document d
    WHERE d.kind = 'demo' AND d.deleted_at IS NULL
      AND (EXISTS (SELECT 1 FROM json_each(d.body, '$.kit') k WHERE json_extract(k.value, '$.goodId') = @id)
        OR EXISTS (SELECT 1 FROM json_each(d.body, '$.consumables') c WHERE json_extract(c.value, '$.goodId') = @id))
    UNION ALL
    SELECT json_extract(body, '$.title') AS title FROM document s
    WHERE s.kind = 'show' AND s.deleted_at IS NULL
      AND (EXISTS (SELECT 1 FROM json_each(s.body, '$.cold') c WHERE json_extract(c.value, '$.goodId') = @id)
        OR EXISTS (SELECT 1 FROM json_each(s.body, '$.extraKit') k WHERE json_extract(k.value, '$.goodId') = @id))`,
};

/** Keeps the documents people edit. A save names the version it started from; a stale one is refused with both. */
export class Documents {
  constructor(
    private readonly db: Db,
    private readonly now: () => number = Date.now,
  ) {}

  all<K extends Kind>(kind: K): Stored<Kinds[K]>[] {
    const rows = this.db
      .prepare('SELECT id, version, body FROM document WHERE kind = ? AND deleted_at IS NULL ORDER BY id')
      .all(kind) as Row[];
    return rows.map(stored<Kinds[K]>);
  }

  get<K extends Kind>(kind: K, id: string): Stored<Kinds[K]> | undefined {
    const row = this.row(kind, id);
    return row && row.deleted_at === null ? stored<Kinds[K]>(row) : undefined;
  }

  /**
   * Saves a document that was read at `version` (0: it is new). Checks it first; gives it with its new version.
   * Errors: 400 with fields; 409 `stale` with the version kept here; 409 `exists` for a new one whose id is taken.
   */
  save<K extends Kind>(kind: K, id: string, version: number, body: unknown): Stored<Kinds[K]> {
    const checked = check(CLASSES[kind], body);
    if (!checked.ok) throw badInput(checked.problems);
    const problems = [
      ...(checked.value.id === id ? [] : [{ path: 'id', says: 'This must be the id in the address.' }]),
      ...(FURTHER[kind]?.(checked.value) ?? []),
    ];
    if (problems.length) throw badInput(problems);
    // How much is on the shelf is the ledger's to say.
    const kept = kind === 'good' ? { ...checked.value, onShelf: 0 } : checked.value;
    return this.db.transaction(() => {
      const have = this.row(kind, id);
      if (!have && version !== 0) throw notFound(kind);
      if (have && (have.version !== version || have.deleted_at !== null)) {
        const says =
          version === 0
            ? `There already is a ${kind} with the id “${id}”.`
            : `This ${kind} was changed elsewhere since you opened it (version ${have.version}, yours started from ${version}).`;
        throw new HttpError(409, version === 0 ? 'exists' : 'stale', says, { theirs: stored(have) });
      }
      this.db
        .prepare(
          `INSERT INTO document (kind, id, version, body, updated_at) VALUES (@kind, @id, @version, @body, @at)
           ON CONFLICT (kind, id) DO UPDATE SET version = @version, body = @body, updated_at = @at`,
        )
        .run({ kind, id, version: version + 1, body: JSON.stringify(kept), at: this.now() });
      return { id, version: version + 1, body: kept };
    })();
  }

  /** Puts a document away; `restore` brings it back. Errors: 409 `in-use` naming what uses it. */
  remove(kind: Kind, id: string): void {
    if (!this.get(kind, id)) throw notFound(kind);
    const query = USED_BY[kind];
    const users = query ? (this.db.prepare(query).all({ id }) as { title: string }[]) : [];
    if (users.length > 0) {
      const names = users
        .slice(0, 3)
        .map((u) => `“${u.title}”`)
        .join(', ');
      throw new HttpError(409, 'in-use', `This ${kind} is used by ${names}. Take it out there first.`);
    }
    this.db.prepare('UPDATE document SET deleted_at = ? WHERE kind = ? AND id = ?').run(this.now(), kind, id);
  }

  restore<K extends Kind>(kind: K, id: string): Stored<Kinds[K]> {
    this.db.prepare('UPDATE document SET deleted_at = NULL WHERE kind = ? AND id = ?').run(kind, id);
    const document = this.get(kind, id);
    if (!document) throw notFound(kind);
    return document;
  }

  /** Whether an id was ever given out, so that a new document never takes the place of one put away. */
  taken(kind: Kind, id: string): boolean {
    return this.row(kind, id) !== undefined;
  }

  private row(kind: Kind, id: string): Row | undefined {
    return this.db
      .prepare('SELECT id, version, body, deleted_at FROM document WHERE kind = ? AND id = ?')
      .get(kind, id) as Row | undefined;
  }
}

interface Row {
  id: string;
  version: number;
  body: string;
  deleted_at: number | null;
}

const stored = <T>({ id, version, body }: Row): Stored<T> => ({ id, version, body: JSON.parse(body) as T });
