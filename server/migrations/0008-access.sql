-- Who may come in from other machines. These tables are of this machine: copies and backups leave them empty.
CREATE TABLE access_setting (name TEXT PRIMARY KEY, value TEXT NOT NULL) STRICT;
CREATE TABLE access_code (
  run_id TEXT NOT NULL, role TEXT NOT NULL, code TEXT NOT NULL UNIQUE, made_at INTEGER NOT NULL,
  PRIMARY KEY (run_id, role)
) STRICT;
-- `run_id` is null where the troupe's passphrase was given; `token` is a hash, as is what proves the passphrase.
CREATE TABLE access_session (
  token TEXT PRIMARY KEY, run_id TEXT, role TEXT, made_at INTEGER NOT NULL, until INTEGER NOT NULL
) STRICT;
