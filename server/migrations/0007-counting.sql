-- What a run is called afterwards (null: as it was opened), and why it is struck out (null: it counts).
ALTER TABLE run ADD COLUMN called INTEGER;
ALTER TABLE run ADD COLUMN struck TEXT;
