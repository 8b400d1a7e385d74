-- The id is replaced when a backup is restored, so that devices know that places in a log mean nothing any more. The house is
-- made with a database and travels with its backups: what devices keep of one house is not offered to another.
CREATE TABLE generation (
  id TEXT NOT NULL,
  house TEXT NOT NULL
) STRICT;
INSERT INTO generation VALUES (lower(hex(randomblob(8))), lower(hex(randomblob(8))));
