-- What a run was played in, and what became of it: how warm, damp and high the air was, where, before how many; what was
-- left out of it, and what that was worth; and what was used up of what costs money, worked out once, off the thread that
-- answers (cost is null until then, -1 where nothing of it has a price).
ALTER TABLE run ADD COLUMN venue_id TEXT;
ALTER TABLE run ADD COLUMN venue_kind TEXT;
ALTER TABLE run ADD COLUMN heads INTEGER;
ALTER TABLE run ADD COLUMN indoors INTEGER;
ALTER TABLE run ADD COLUMN room_c REAL;
ALTER TABLE run ADD COLUMN humidity REAL;
ALTER TABLE run ADD COLUMN pressure REAL;
ALTER TABLE run ADD COLUMN left_out INTEGER NOT NULL DEFAULT 0;
ALTER TABLE run ADD COLUMN worth_left_out INTEGER NOT NULL DEFAULT 0;
ALTER TABLE run ADD COLUMN slot_end_s INTEGER;
ALTER TABLE run ADD COLUMN cost REAL;
CREATE INDEX run_unreckoned ON run (opened_at) WHERE cost IS NULL;

-- What was changed before an attempt, in words.
ALTER TABLE attempt ADD COLUMN change TEXT;

-- Copies of a show know the one they come from: the same show, played again.
CREATE INDEX show_by_origin ON document (json_extract(body, '$.copyOf')) WHERE kind = 'show';

-- All that a season is counted from, without the rows.
CREATE INDEX run_season ON run (curtain_at, phase, struck, called, rehearsal, venue_kind, id, down_at, heads, slot_end_s,
  left_out, worth_left_out, near_misses, cost);
-- The causes of a demo are counted from its attempts.
ALTER TABLE demo_record DROP COLUMN causes;
