-- When the owner of a dog can come, as it was said, and until which day that holds; the newest word stands, the others
-- are its history.
CREATE TABLE owner_times (
  id TEXT PRIMARY KEY,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  said TEXT NOT NULL CHECK (length(said) <= 400),
  holds_until TEXT NOT NULL CHECK (holds_until = '' OR holds_until GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
  at INTEGER NOT NULL,
  by TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX owner_times_by_residency ON owner_times (residency_id, at);
