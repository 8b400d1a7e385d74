-- At which level of a series an attempt was made, what was set, what was read of it, and what the demo's benches foretold.
ALTER TABLE attempt ADD COLUMN level TEXT;
ALTER TABLE attempt ADD COLUMN reading TEXT CHECK (reading IS NULL OR json_valid(reading));
ALTER TABLE attempt ADD COLUMN foretold TEXT CHECK (foretold IS NULL OR json_valid(foretold));
ALTER TABLE attempt ADD COLUMN was_set TEXT CHECK (was_set IS NULL OR json_valid(was_set));
