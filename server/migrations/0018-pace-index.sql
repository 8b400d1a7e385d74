-- How much the pace of shows varies is asked with every library: from an index, for a row of `run` holds its whole show.
CREATE INDEX run_pace ON run (phase, struck, called, rehearsal, pace, pace_variance) WHERE pace IS NOT NULL;
