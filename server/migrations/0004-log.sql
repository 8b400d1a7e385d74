-- Every append-only log in one table: of runs (run = its id), of the stores ('stores:ledger'), of the ticks of a show ('show:' and its id).
CREATE TABLE event (
  seq INTEGER PRIMARY KEY,
  run TEXT NOT NULL,
  id TEXT NOT NULL,
  device TEXT NOT NULL,
  person TEXT,
  at INTEGER NOT NULL,
  tick INTEGER NOT NULL CHECK (tick > 0),
  v INTEGER NOT NULL,
  kind TEXT NOT NULL,
  body TEXT NOT NULL CHECK (json_valid(body)),
  UNIQUE (run, id)
) STRICT;
CREATE INDEX event_of_run ON event (run, seq);

-- Events from before there were ticks were in the order of their times; their sender was the kind of screen.
INSERT INTO event (run, id, device, at, tick, v, kind, body)
  SELECT run_id, id, CASE WHEN length(by) > 64 OR by GLOB '*[^A-Za-z0-9_-]*' THEN 'before' ELSE by END,
    at, row_number() OVER (PARTITION BY run_id ORDER BY at, id), 1, kind, body
  FROM run_event ORDER BY run_id, seq;
DROP TABLE run_event;

-- Moves of the ledger bear the tick of the event that brought them.
ALTER TABLE store_move ADD COLUMN tick INTEGER NOT NULL DEFAULT 0;
UPDATE store_move SET tick = (SELECT n FROM (SELECT id, row_number() OVER (ORDER BY at, id) AS n FROM store_move) o WHERE o.id = store_move.id);
CREATE INDEX move_by_tick ON store_move (tick);

-- What the moves of a lot add up to; kept with every move.
CREATE TABLE lot_stock (
  lot_id TEXT PRIMARY KEY REFERENCES lot (id),
  body TEXT NOT NULL CHECK (json_valid(body))
) STRICT;

-- The newest tick of each thing of a show stands; the log has them all.
CREATE TABLE tick_now (
  show_id TEXT NOT NULL,
  way TEXT NOT NULL CHECK (way IN ('out', 'home', 'prep')),
  key TEXT NOT NULL,
  done INTEGER NOT NULL CHECK (done IN (0, 1)),
  at INTEGER NOT NULL,
  tick INTEGER NOT NULL,
  device TEXT NOT NULL,
  PRIMARY KEY (show_id, way, key)
) STRICT, WITHOUT ROWID;
INSERT INTO tick_now SELECT show_id, way, key, done, at, max(seq), 'before' FROM tick GROUP BY show_id, way, key;
DROP TABLE tick;

-- The line of a run: what lists say of it, kept with every event.
ALTER TABLE run ADD COLUMN attempts INTEGER NOT NULL DEFAULT 0;
ALTER TABLE run ADD COLUMN failed INTEGER NOT NULL DEFAULT 0;
ALTER TABLE run ADD COLUMN near_misses INTEGER NOT NULL DEFAULT 0;
ALTER TABLE run ADD COLUMN open_actions INTEGER NOT NULL DEFAULT 0;
-- How long its plan is, in s; worked out once, off the thread that answers.
ALTER TABLE run ADD COLUMN planned_s INTEGER;
CREATE INDEX run_opened ON run (opened_at);
CREATE INDEX action_open ON action (done);

-- The record of a demo: what all its attempts teach.
CREATE TABLE demo_record (
  demo_id TEXT PRIMARY KEY,
  body TEXT NOT NULL CHECK (json_valid(body)),
  causes TEXT NOT NULL CHECK (json_valid(causes))
) STRICT;

-- What a show's plan says, by the digest of its file.
CREATE TABLE show_summary (
  show_id TEXT PRIMARY KEY,
  digest TEXT NOT NULL,
  body TEXT NOT NULL CHECK (json_valid(body))
) STRICT;
CREATE INDEX show_by_date ON document (json_extract(body, '$.date')) WHERE kind = 'show';

-- By which version of the program each of the tables above was filled; an older one is filled anew from the logs.
CREATE TABLE projection (
  name TEXT PRIMARY KEY,
  version INTEGER NOT NULL
) STRICT;
