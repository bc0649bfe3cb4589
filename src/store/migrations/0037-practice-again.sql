-- An entry of practice that was sent while it went on, or was taken back afterward, comes again with a higher revision.
CREATE TABLE practice_log_new (
  residency_id TEXT NOT NULL REFERENCES residency (id),
  entry TEXT NOT NULL,
  revision INTEGER NOT NULL CHECK (revision >= 0),
  day TEXT NOT NULL,
  minute INTEGER NOT NULL CHECK (minute BETWEEN 0 AND 1439),
  command TEXT NOT NULL,
  clean INTEGER NOT NULL CHECK (clean >= 0),
  reps INTEGER NOT NULL CHECK (reps >= clean),
  seconds INTEGER CHECK (seconds BETWEEN 0 AND 3600),
  received_at INTEGER NOT NULL,
  read_by TEXT NOT NULL REFERENCES person (id),
  PRIMARY KEY (residency_id, entry, revision)
) STRICT;
INSERT INTO practice_log_new
  SELECT residency_id, entry, reps, day, minute, command, clean, reps, seconds, received_at, read_by FROM practice_log;
DROP TABLE practice_log;
ALTER TABLE practice_log_new RENAME TO practice_log;
CREATE INDEX practice_log_by_day ON practice_log (residency_id, day);
