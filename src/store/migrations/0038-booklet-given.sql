-- A booklet that was given to an owner, and what could be practiced by it: what is not in it is missing at home.
CREATE TABLE booklet_given (
  id TEXT NOT NULL PRIMARY KEY,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  commands TEXT NOT NULL CHECK (json_valid(commands)),
  at INTEGER NOT NULL,
  by TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX booklet_given_by_residency ON booklet_given (residency_id, at);
