-- An action may be on a person. The table is a projection of the logs, so its rows are copied as they are.
CREATE TABLE action_with_people (
  id TEXT NOT NULL,
  run_id TEXT NOT NULL REFERENCES run (id),
  text TEXT NOT NULL,
  on_kind TEXT NOT NULL CHECK (on_kind IN ('demo', 'show', 'venue', 'person')),
  on_id TEXT NOT NULL,
  done INTEGER NOT NULL CHECK (done IN (0, 1)),
  PRIMARY KEY (run_id, id)
) STRICT;
INSERT INTO action_with_people SELECT id, run_id, text, on_kind, on_id, done FROM action;
DROP TABLE action;
ALTER TABLE action_with_people RENAME TO action;
CREATE INDEX action_open ON action (done);
