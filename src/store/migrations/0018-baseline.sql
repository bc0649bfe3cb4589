-- A baseline that somebody chose to do without. What is begun in spite of it says so by itself.
CREATE TABLE baseline_skipped (
  residency_id TEXT PRIMARY KEY REFERENCES residency (id),
  at INTEGER NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id)
) STRICT;
