-- What was written about a demo in a run, for its page and for where it is next planned; written anew from the logs.
CREATE TABLE said (
  run_id TEXT NOT NULL REFERENCES run(id), id TEXT NOT NULL, demo_id TEXT NOT NULL, at_ms INTEGER NOT NULL,
  kind TEXT NOT NULL, text TEXT NOT NULL,
  PRIMARY KEY (run_id, id)
) STRICT;
CREATE INDEX said_of_demo ON said (demo_id, at_ms DESC);
