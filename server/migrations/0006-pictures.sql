-- Pictures of how a set-up should look, each known by the SHA-256 of its bytes; documents name them by it.
CREATE TABLE picture (
  id TEXT PRIMARY KEY,
  type TEXT NOT NULL,
  bytes BLOB NOT NULL,
  at INTEGER NOT NULL
) STRICT;
