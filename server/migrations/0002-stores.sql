-- Crates join the documents; SQLite changes a CHECK only by making the table anew.
CREATE TABLE document_new (
  kind TEXT NOT NULL CHECK (kind IN ('demo', 'show', 'venue', 'person', 'good', 'crate')),
  id TEXT NOT NULL,
  version INTEGER NOT NULL CHECK (version > 0),
  body TEXT NOT NULL CHECK (json_valid(body)),
  updated_at INTEGER NOT NULL,
  deleted_at INTEGER,
  PRIMARY KEY (kind, id)
) STRICT;
INSERT INTO document_new SELECT * FROM document;
DROP TABLE document;
ALTER TABLE document_new RENAME TO document;

-- The ledger of the stores. A move is never changed or taken out: it is undone by another.
CREATE TABLE lot (
  id TEXT PRIMARY KEY,
  good_id TEXT NOT NULL,
  expires TEXT
) STRICT;
CREATE INDEX lot_of_good ON lot (good_id);

CREATE TABLE store_move (
  id TEXT PRIMARY KEY,
  lot_id TEXT NOT NULL REFERENCES lot (id),
  kind TEXT NOT NULL,
  amount REAL NOT NULL CHECK (amount >= 0),
  at INTEGER NOT NULL,
  day TEXT NOT NULL,
  show_id TEXT,
  of_id TEXT REFERENCES store_move (id),
  note TEXT
) STRICT;
CREATE INDEX move_of_lot ON store_move (lot_id);

-- What was on the shelf before there was a ledger becomes its first count.
INSERT INTO lot (id, good_id)
  SELECT 'first-' || lower(hex(randomblob(8))), id FROM document
  WHERE kind = 'good' AND json_extract(body, '$.onShelf') > 0;
INSERT INTO store_move (id, lot_id, kind, amount, at, day, note)
  SELECT 'count-' || lower(hex(randomblob(8))), lot.id, 'counted', json_extract(d.body, '$.onShelf'), d.updated_at,
    date(d.updated_at / 1000, 'unixepoch'), 'On the shelf before the ledger'
  FROM lot JOIN document d ON d.kind = 'good' AND d.id = lot.good_id;
UPDATE document SET body = json_set(body, '$.onShelf', 0) WHERE kind = 'good';

-- Ticks of one show: loaded, home again, prepared. The newest of a key stands.
CREATE TABLE tick (
  seq INTEGER PRIMARY KEY,
  show_id TEXT NOT NULL,
  way TEXT NOT NULL CHECK (way IN ('out', 'home', 'prep')),
  key TEXT NOT NULL,
  done INTEGER NOT NULL CHECK (done IN (0, 1)),
  at INTEGER NOT NULL
) STRICT;
CREATE INDEX tick_of_show ON tick (show_id, way, key);
