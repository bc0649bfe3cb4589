-- What a lead changed of the script of a demonstration; the newest counts, the others are its history.
CREATE TABLE script_change (
  id TEXT PRIMARY KEY,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  change TEXT NOT NULL,
  at INTEGER NOT NULL,
  by TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX script_change_by_residency ON script_change (residency_id, at);
