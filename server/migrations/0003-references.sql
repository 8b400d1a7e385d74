-- Which document names which: kept with every save from core's table of references, so that "used by" is one look-up.
CREATE TABLE document_ref (
  kind TEXT NOT NULL,
  id TEXT NOT NULL,
  to_kind TEXT NOT NULL,
  to_id TEXT NOT NULL,
  PRIMARY KEY (kind, id, to_kind, to_id),
  FOREIGN KEY (kind, id) REFERENCES document (kind, id)
) STRICT, WITHOUT ROWID;
CREATE INDEX ref_to ON document_ref (to_kind, to_id);
