-- Replaced by another when a backup is restored, so that devices know that places in a log mean nothing any more.
CREATE TABLE generation (
  id TEXT NOT NULL
) STRICT;
INSERT INTO generation VALUES (lower(hex(randomblob(8))));
