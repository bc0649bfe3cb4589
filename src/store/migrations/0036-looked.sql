-- What was looked at in a rep beside how it came off, as one JSON object; null where nobody looked.
ALTER TABLE rep ADD COLUMN looked TEXT CHECK (looked IS NULL OR json_valid(looked));

-- A walk to sniff is a small thing too: its table is made anew with that word among the others.
CREATE TABLE small_thing_new (
  id TEXT PRIMARY KEY REFERENCES fact (id),
  residency_id TEXT NOT NULL,
  what TEXT NOT NULL CHECK (what IN ('tether-minute', 'name-call', 'corridor-ten', 'sniff-walk')),
  reps INTEGER NOT NULL CHECK (reps BETWEEN 1 AND 40),
  pieces INTEGER NOT NULL CHECK (pieces BETWEEN 0 AND 40),
  recorded_by TEXT NOT NULL REFERENCES person (id),
  day TEXT NOT NULL,
  device TEXT NOT NULL,
  seq INTEGER NOT NULL,
  at INTEGER NOT NULL,
  command TEXT,
  outcome TEXT CHECK (outcome IN ('clean', 'helped', 'late', 'miss')),
  minutes INTEGER CHECK (minutes BETWEEN 1 AND 120),
  pay_interval REAL CHECK (pay_interval BETWEEN 0.5 AND 600),
  calm INTEGER CHECK (calm IN (0, 1))
) STRICT;
INSERT INTO small_thing_new
SELECT id, residency_id, what, reps, pieces, recorded_by, day, device, seq, at, command, outcome, minutes, pay_interval,
  calm
FROM small_thing ORDER BY rowid;
DROP TABLE small_thing;
ALTER TABLE small_thing_new RENAME TO small_thing;
CREATE INDEX small_thing_by_residency ON small_thing (residency_id, at);
CREATE INDEX small_thing_by_day ON small_thing (day, residency_id);
