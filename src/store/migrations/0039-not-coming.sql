-- A dog that was booked and did not come. Its residency is moved before every day, so that it takes no run and counts
-- in no list; the days that it was booked for stay here.
CREATE TABLE not_coming (
  residency_id TEXT NOT NULL PRIMARY KEY REFERENCES residency (id),
  arrives_on TEXT NOT NULL,
  leaves_on TEXT NOT NULL,
  why TEXT NOT NULL,
  at INTEGER NOT NULL,
  by TEXT NOT NULL REFERENCES person (id)
) STRICT;
