-- Every time a stay was made longer or shorter; the residency itself keeps the day that holds now.
CREATE TABLE stay_change (
  id TEXT PRIMARY KEY,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  was TEXT NOT NULL,
  leaves_on TEXT NOT NULL,
  reason TEXT NOT NULL CHECK (reason <> ''),
  recorded_by TEXT NOT NULL REFERENCES person (id),
  at INTEGER NOT NULL
) STRICT;
CREATE INDEX stay_change_by_residency ON stay_change (residency_id, at);
CREATE INDEX residency_by_arrival ON residency (arrives_on);
