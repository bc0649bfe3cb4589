-- An owner was called about a dog that will not make its date, or was not after all: when, and by whom. The newest
-- holds.
CREATE TABLE owner_called (
  id TEXT NOT NULL PRIMARY KEY,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  called INTEGER NOT NULL CHECK (called IN (0, 1)),
  at INTEGER NOT NULL,
  by TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX owner_called_by_residency ON owner_called (residency_id, at);
