-- Whether a note about a dog is to be read by its owner: in the report of the week in which it was written. The note
-- may be one of its own or that of a set or a block. The newest holds.
CREATE TABLE note_for_owner (
  id TEXT NOT NULL PRIMARY KEY,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  note_id TEXT NOT NULL,
  shared INTEGER NOT NULL CHECK (shared IN (0, 1)),
  at INTEGER NOT NULL,
  by TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX note_for_owner_by_residency ON note_for_owner (residency_id, at);
