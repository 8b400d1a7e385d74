import {
  check,
  Crate,
  Demo,
  demoProblems,
  Good,
  Person,
  Show,
  showProblems,
  venueProblems,
  Venue,
  missing,
  namesOf,
  plainText,
  type Broken,
  type Problem,
  type Stored,
} from '@hearty/core';
import type { Db } from './db';
import { badInput, HttpError, notFound } from './errors';

export type Kind = keyof Kinds;

interface Kinds {
  demo: Demo;
  show: Show;
  venue: Venue;
  person: Person;
  good: Good;
  crate: Crate;
}

const CLASS_OF = new Map<Kind, new () => { id: string }>([
  ['demo', Demo],
  ['show', Show],
  ['venue', Venue],
  ['person', Person],
  ['good', Good],
  ['crate', Crate],
]);

const KINDS = [...CLASS_OF.keys()];

const classOf = (kind: Kind) => CLASS_OF.get(kind)!;

/** What the class of a kind cannot see. */
const further = (kind: Kind, body: object): Problem[] =>
  kind === 'demo'
    ? demoProblems(body as Demo)
    : kind === 'show'
      ? showProblems(body as Show)
      : kind === 'venue'
        ? venueProblems(body as Venue)
        : [];

/** A document to be written: read at `version`, 0 where it is new. */
export interface Draft {
  kind: Kind;
  id: string;
  version: number;
  body: unknown;
}

/** Keeps the documents people edit. A save names the version it started from; a stale one is refused with both. */
export class Documents {
  /** Counts changes of each kind: an answer is stale when the count of a kind it shows has moved. */
  private readonly changed = new Map<Kind, number>();
  /** Called with each document that is written; its version, or null where it is deleted. */
  onChange: (kind: Kind, id: string, version: number | null) => void = () => undefined;
  /** What was found wrong in a row's text, so that each is looked through once. */
  private readonly verdicts = new Map<string, { body: string; problems: Problem[] }>();

  constructor(
    private readonly db: Db,
    private readonly now: () => number = Date.now,
  ) {
    this.indexOnce();
    db.function('plain', { deterministic: true }, (text: string) => plainText(text));
  }

  /** Counts changes of these kinds; of all of them where none is named. */
  revision(...kinds: Kind[]): number {
    return (kinds.length > 0 ? kinds : KINDS).reduce((sum, kind) => sum + (this.changed.get(kind) ?? 0), 0);
  }

  /** Every answer that shows documents is stale: another database is in place. */
  touch(): void {
    KINDS.forEach((kind) => this.count(kind));
  }

  private count(kind: Kind): void {
    this.changed.set(kind, (this.changed.get(kind) ?? 0) + 1);
  }

  /** Every document of a kind that can be read; `broken` tells of the others. */
  all<K extends Kind>(kind: K): Stored<Kinds[K]>[] {
    return this.live(kind)
      .filter((row) => this.wrongIn(row).length === 0)
      .map(stored<Kinds[K]>);
  }

  /** The bodies of `all` as they are kept, unread; with their id and version around each where they are to be stored. */
  texts(kind: Kind, as: 'bodies' | 'stored' = 'bodies'): string[] {
    return this.live(kind)
      .filter((row) => this.wrongIn(row).length === 0)
      .map(({ id, version, body }) =>
        as === 'bodies' ? body : `{"id":${JSON.stringify(id)},"version":${version},"body":${body}}`,
      );
  }

  get<K extends Kind>(kind: K, id: string): Stored<Kinds[K]> | undefined {
    const row = this.row(kind, id);
    return row && row.deleted_at === null && this.wrongIn(row).length === 0
      ? stored<Kinds[K]>(row)
      : undefined;
  }

  /**
   * Reads every document once, a few at a time between other work: the first page after a start is not the one that pays
   * for it.
   */
  async readAhead(): Promise<void> {
    for (const kind of KINDS) {
      const rows = this.live(kind);
      for (let from = 0; from < rows.length; from += READ_AT_ONCE) {
        for (const row of rows.slice(from, from + READ_AT_ONCE)) this.wrongIn(row);
        await new Promise((go) => setImmediate(go));
      }
    }
  }

  /** Documents that cannot be read, or that name something that is gone or cannot be read. They harm no other. */
  broken(): Broken[] {
    const unreadable = KINDS.flatMap((kind) => this.live(kind)).filter((row) => this.wrongIn(row).length > 0);
    const lost = new Set(unreadable.map((row) => `${row.kind} ${row.id}`));
    const users = this.db.prepare(
      `SELECT d.kind, d.id, d.version, d.body FROM document_ref r
       JOIN document d ON d.kind = r.kind AND d.id = r.id AND d.deleted_at IS NULL
       WHERE r.to_kind = ? AND r.to_id = ?`,
    );
    const gone = this.db
      .prepare(
        `SELECT DISTINCT r.to_kind AS kind, r.to_id AS id FROM document_ref r WHERE NOT EXISTS (
           SELECT 1 FROM document t WHERE t.kind = r.to_kind AND t.id = r.to_id AND t.deleted_at IS NULL)`,
      )
      .all() as Pick<Row, 'kind' | 'id'>[];
    const naming = new Map<string, Row>();
    for (const { kind, id } of [...gone, ...unreadable])
      for (const row of users.all(kind, id) as Row[])
        if (!lost.has(`${row.kind} ${row.id}`)) naming.set(`${row.kind} ${row.id}`, row);
    return [
      ...unreadable.map((row) => brokenOf(row, false, this.wrongIn(row))),
      ...[...naming.values()].map((row) => {
        const names = namesOf(row.kind, JSON.parse(row.body) as object);
        const unread = names
          .filter((n) => lost.has(`${n.kind} ${n.id}`))
          .map((n) => ({ path: n.path, message: `The ${n.kind} “${n.id}” cannot be read.` }));
        return brokenOf(row, true, [...this.goneIn(row.kind, JSON.parse(row.body) as object), ...unread]);
      }),
    ];
  }

  /** Shows on a day or later, the next first; or before a day (and, of that day, before an id), the newest first. */
  showsByDate(
    query: { from: string; limit: number } | { before: string; id: string; find?: string; limit: number },
  ): Stored<Show>[] {
    const date = "json_extract(body, '$.date')";
    const rows =
      'from' in query
        ? this.db
            .prepare(
              `SELECT ${ROW} FROM document WHERE kind = 'show' AND deleted_at IS NULL AND ${date} >= @from
               ORDER BY ${date}, json_extract(body, '$.curtainUp'), id LIMIT @limit`,
            )
            .all(query)
        : this.db
            .prepare(
              `SELECT ${ROW} FROM document WHERE kind = 'show' AND deleted_at IS NULL
               AND (${date} < @before OR (${date} = @before AND id < @id)) ${query.find ? FOUND : ''}
               ORDER BY ${date} DESC, id DESC LIMIT @limit`,
            )
            .all(query.find ? query : { before: query.before, id: query.id, limit: query.limit });
    return (rows as Row[]).filter((row) => this.wrongIn(row).length === 0).map(stored<Show>);
  }

  /** Shows that share their date with another: those that may want the same people and kit. */
  sameDay(): Stored<Show>[] {
    const date = "json_extract(body, '$.date')";
    const shows = "FROM document WHERE kind = 'show' AND deleted_at IS NULL";
    const rows = this.db
      .prepare(
        `SELECT ${ROW} ${shows} AND ${date} IN (SELECT ${date} ${shows} GROUP BY 1 HAVING count(*) > 1)`,
      )
      .all() as Row[];
    return rows.filter((row) => this.wrongIn(row).length === 0).map(stored<Show>);
  }

  /** What documents are called, by id; those put away too, so that what names them can still be read. */
  titles(kind: 'show' | 'demo', ids: readonly string[]): Record<string, string> {
    const rows = this.db
      .prepare(
        `SELECT id, json_extract(body, '$.title') AS title FROM document
         WHERE kind = ? AND id IN (SELECT value FROM json_each(?))`,
      )
      .all(kind, JSON.stringify(ids)) as { id: string; title: unknown }[];
    return Object.fromEntries(rows.map(({ id, title }) => [id, typeof title === 'string' ? title : id]));
  }

  /** A document's text as it is kept, for saving what can be saved of a broken one. */
  raw(kind: Kind, id: string): string {
    const row = this.row(kind, id);
    if (!row) throw notFound(kind);
    return row.body;
  }

  /**
   * Saves a document that was read at `version` (0: it is new). Checks it first; gives it with its new version.
   * Errors: 400 with fields, those that name something missing too; 409 `stale` with the version kept here; 409
   * `exists` for a new one whose id is taken.
   */
  save<K extends Kind>(kind: K, id: string, version: number, body: unknown): Stored<Kinds[K]> {
    return this.saveAll([{ kind, id, version, body }])[0] as Stored<Kinds[K]>;
  }

  /** Saves documents that may name one another, all or none. Errors as `save`. */
  saveAll(drafts: readonly Draft[]): Stored<object>[] {
    const good = drafts.map(({ kind, id, version, body }) => {
      const read = check(classOf(kind), body);
      if (!read.ok) throw badInput(read.problems);
      const problems = [
        ...(read.value.id === id ? [] : [{ path: 'id', message: 'This must be the id in the address.' }]),
        ...further(kind, read.value),
      ];
      if (problems.length) throw badInput(problems);
      // How much is on the shelf is the ledger's to say.
      return { kind, id, version, body: kind === 'good' ? { ...read.value, onShelf: 0 } : read.value };
    });
    return this.db.transaction(() => {
      const kept = good.map((draft) => this.put(draft));
      const problems = good.flatMap(({ kind, body }) => this.goneIn(kind, body));
      if (problems.length) throw badInput(problems);
      return kept;
    })();
  }

  private put({ kind, id, version, body }: Draft & { body: object }): Stored<object> {
    const have = this.row(kind, id);
    if (!have && version !== 0) throw notFound(kind);
    if (have && version !== 0 && have.deleted_at !== null)
      throw new HttpError(409, 'deleted', `This ${kind} was deleted elsewhere; yours is not saved.`);
    if (have && (have.version !== version || have.deleted_at !== null)) {
      const message =
        version === 0
          ? `There already is a ${kind} with the id “${id}”.`
          : `This ${kind} was changed elsewhere since you opened it (version ${have.version}, yours started from ${version}).`;
      throw new HttpError(409, version === 0 ? 'exists' : 'stale', message, { theirs: stored(have) });
    }
    this.db
      .prepare(
        `INSERT INTO document (kind, id, version, body, updated_at) VALUES (@kind, @id, @version, @body, @at)
         ON CONFLICT (kind, id) DO UPDATE SET version = @version, body = @body, updated_at = @at`,
      )
      .run({ kind, id, version: version + 1, body: JSON.stringify(body), at: this.now() });
    this.index(kind, id, body);
    this.count(kind);
    this.onChange(kind, id, version + 1);
    return { id, version: version + 1, body };
  }

  /**
   * Puts a document that was read at `version` away; `restore` brings it back. Errors: 409 `stale` where it was changed
   * since; 409 `in-use` naming what uses it.
   */
  remove(kind: Kind, id: string, version: number): void {
    const row = this.row(kind, id);
    if (!row || row.deleted_at !== null) throw notFound(kind);
    if (row.version !== version)
      throw new HttpError(
        409,
        'stale',
        `This ${kind} was changed elsewhere since you saw it; it was not deleted. Look at it again first.`,
        { theirs: stored(row) },
      );
    const users = this.db
      .prepare(
        `SELECT coalesce(json_extract(d.body, '$.title'), d.id) AS title
         FROM document_ref r JOIN document d ON d.kind = r.kind AND d.id = r.id AND d.deleted_at IS NULL
         WHERE r.to_kind = @kind AND r.to_id = @id AND NOT (r.kind = @kind AND r.id = @id) ORDER BY title`,
      )
      .all({ kind, id }) as { title: string }[];
    if (users.length > 0) {
      const names = users
        .slice(0, 3)
        .map((u) => `“${u.title}”`)
        .join(', ');
      const more = users.length > 3 ? ` and ${users.length - 3} more` : '';
      throw new HttpError(409, 'in-use', `This ${kind} is used by ${names}${more}. Remove it there first.`);
    }
    this.db.prepare('UPDATE document SET deleted_at = ? WHERE kind = ? AND id = ?').run(this.now(), kind, id);
    this.count(kind);
    this.onChange(kind, id, null);
  }

  /** Brings back what was put away. Errors: 400 with fields where it names something that is gone meanwhile. */
  restore<K extends Kind>(kind: K, id: string): Stored<Kinds[K]> {
    return this.db.transaction(() => {
      this.db
        .prepare('UPDATE document SET deleted_at = NULL, updated_at = ? WHERE kind = ? AND id = ?')
        .run(this.now(), kind, id);
      const document = this.get(kind, id);
      if (!document) throw notFound(kind);
      const problems = this.goneIn(kind, document.body);
      if (problems.length) throw badInput(problems);
      this.count(kind);
      this.onChange(kind, id, null);
      return document;
    })();
  }

  /** Whether there is such a document, readable or not. */
  has(kind: Kind, id: string): boolean {
    const row = this.db
      .prepare('SELECT 1 FROM document WHERE kind = ? AND id = ? AND deleted_at IS NULL')
      .pluck();
    return row.get(kind, id) !== undefined;
  }

  /** Whether an id was ever given out, so that a new document never takes the place of one put away. */
  taken(kind: Kind, id: string): boolean {
    return this.row(kind, id) !== undefined;
  }

  /** Names in a document that lead nowhere. */
  private goneIn(kind: Kind, body: object): Problem[] {
    const there = this.db
      .prepare('SELECT 1 FROM document WHERE kind = ? AND id = ? AND deleted_at IS NULL')
      .pluck();
    return missing(
      namesOf(kind, body),
      (refKind, id) => there.get(refKind, id) !== undefined,
      'here any more',
    );
  }

  private live = (kind: Kind) =>
    this.db
      .prepare(
        'SELECT kind, id, version, body, deleted_at FROM document WHERE kind = ? AND deleted_at IS NULL ORDER BY id',
      )
      .all(kind) as Row[];

  private row(kind: Kind, id: string): Row | undefined {
    return this.db
      .prepare('SELECT kind, id, version, body, deleted_at FROM document WHERE kind = ? AND id = ?')
      .get(kind, id) as Row | undefined;
  }

  private wrongIn(row: Row): Problem[] {
    const key = `${row.kind} ${row.id}`;
    const known = this.verdicts.get(key);
    if (known?.body === row.body) return known.problems;
    const problems = problemsIn(row);
    this.verdicts.set(key, { body: row.body, problems });
    return problems;
  }

  private index(kind: Kind, id: string, body: object): void {
    this.db.prepare('DELETE FROM document_ref WHERE kind = ? AND id = ?').run(kind, id);
    const insert = this.db.prepare('INSERT OR IGNORE INTO document_ref VALUES (?, ?, ?, ?)');
    for (const ref of namesOf(kind, body)) insert.run(kind, id, ref.kind, ref.id);
  }

  /** Documents from before there was an index of what names what. */
  private indexOnce(): void {
    const count = this.db.prepare('SELECT count(*) FROM document_ref').pluck();
    if (count.get() !== 0) return;
    this.db.transaction(() => {
      for (const kind of ['demo', 'show'] as const)
        for (const row of this.db
          .prepare('SELECT kind, id, version, body FROM document WHERE kind = ?')
          .all(kind) as Row[])
          if (problemsIn(row).length === 0) this.index(kind, row.id, JSON.parse(row.body) as object);
    })();
  }
}

/** So many documents take a few milliseconds to read. */
const READ_AT_ONCE = 10;

const ROW = 'kind, id, version, body, deleted_at';

/** A show whose title, or whose venue's name, has something in it. */
const FOUND = `AND instr(
  plain(json_extract(body, '$.title') || ' ' || coalesce((
    SELECT json_extract(v.body, '$.name') FROM document v
    WHERE v.kind = 'venue' AND v.id = json_extract(document.body, '$.venueId')), '')),
  plain(@find)) > 0`;

interface Row {
  kind: Kind;
  id: string;
  version: number;
  body: string;
  deleted_at: number | null;
}

const stored = <T>({ id, version, body }: Row): Stored<T> => ({ id, version, body: JSON.parse(body) as T });

function problemsIn({ kind, body }: Row): Problem[] {
  const read = check(classOf(kind), JSON.parse(body));
  return read.ok ? further(kind, read.value) : read.problems;
}

function brokenOf({ kind, id, version, body }: Row, opens: boolean, problems: readonly Problem[]): Broken {
  const { title, name } = (JSON.parse(body) ?? {}) as { title?: unknown; name?: unknown };
  const called = [title, name].find((t) => typeof t === 'string' && t !== '') as string | undefined;
  return { kind, id, version, title: called ?? id, opens, problems: problems.slice(0, 5) };
}
