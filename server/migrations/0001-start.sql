-- Documents that people edit: demos, shows, venues, people, goods. One row each, the body as checked JSON.
CREATE TABLE document (
  kind TEXT NOT NULL CHECK (kind IN ('demo', 'show', 'venue', 'person', 'good')),
  id TEXT NOT NULL,
  version INTEGER NOT NULL CHECK (version > 0),
  body TEXT NOT NULL CHECK (json_valid(body)),
  updated_at INTEGER NOT NULL,
  deleted_at INTEGER,
  PRIMARY KEY (kind, id)
) STRICT;

-- One playing of a show, with the show file as it was when the run was opened.
CREATE TABLE run (
  id TEXT PRIMARY KEY,
  show_id TEXT NOT NULL,
  title TEXT NOT NULL,
  opened_at INTEGER NOT NULL,
  rehearsal INTEGER NOT NULL CHECK (rehearsal IN (0, 1)),
  file TEXT NOT NULL CHECK (json_valid(file)),
  -- Folded from the events in the transaction that appends them.
  phase TEXT NOT NULL DEFAULT 'before',
  curtain_at INTEGER,
  down_at INTEGER
) STRICT;
CREATE INDEX run_of_show ON run (show_id, opened_at);

-- The log of a run. Only ever appended to.
CREATE TABLE run_event (
  run_id TEXT NOT NULL REFERENCES run (id),
  seq INTEGER NOT NULL,
  id TEXT NOT NULL,
  at INTEGER NOT NULL,
  by TEXT NOT NULL,
  kind TEXT NOT NULL,
  body TEXT NOT NULL CHECK (json_valid(body)),
  PRIMARY KEY (run_id, seq),
  UNIQUE (run_id, id)
) STRICT;

-- Folded from the events: what the logbook learns from.
CREATE TABLE attempt (
  id TEXT NOT NULL,
  run_id TEXT NOT NULL REFERENCES run (id),
  item_id TEXT NOT NULL,
  demo_id TEXT NOT NULL,
  at_ms INTEGER NOT NULL,
  rehearsal INTEGER NOT NULL,
  outcome TEXT NOT NULL,
  takes_s INTEGER NOT NULL,
  symptom TEXT,
  cause TEXT,
  PRIMARY KEY (run_id, id)
) STRICT;
CREATE INDEX attempt_of_demo ON attempt (demo_id);

CREATE TABLE action (
  id TEXT NOT NULL,
  run_id TEXT NOT NULL REFERENCES run (id),
  text TEXT NOT NULL,
  on_kind TEXT NOT NULL CHECK (on_kind IN ('demo', 'show', 'venue')),
  on_id TEXT NOT NULL,
  done INTEGER NOT NULL CHECK (done IN (0, 1)),
  PRIMARY KEY (run_id, id)
) STRICT;
