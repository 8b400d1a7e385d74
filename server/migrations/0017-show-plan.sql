-- What is kept of the plan of each show to come, by the digest of its file and of the program that planned it: a start of
-- the server plans nothing again.
CREATE TABLE show_plan (
  show_id TEXT PRIMARY KEY,
  digest TEXT NOT NULL,
  body TEXT NOT NULL CHECK (json_valid(body))
) STRICT;
