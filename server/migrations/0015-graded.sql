-- What was forecast of a run's end, kept beside what happened: {p10, p50, p90, withinSlot, widen}, seconds from curtain-up;
-- NULL until it was worked out, '' where it cannot be. Runs whose cost is known are worked out once more for it.
ALTER TABLE run ADD COLUMN forecast TEXT;
UPDATE run SET cost = NULL;
