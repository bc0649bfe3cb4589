-- The first day on which somebody does not work here any more; null while they do. What they did keeps their name.
ALTER TABLE person ADD COLUMN left_on TEXT;

-- What was changed of a person: name, role, leaving. What it was before stays known.
CREATE TABLE person_change (
  id TEXT PRIMARY KEY,
  person_id TEXT NOT NULL REFERENCES person (id),
  what TEXT NOT NULL CHECK (what IN ('name', 'role', 'leaves')),
  was TEXT NOT NULL,
  becomes TEXT NOT NULL,
  at INTEGER NOT NULL,
  by TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX person_change_by_person ON person_change (person_id, at);

-- A code for a lead who forgot the passcode, made by whoever sits at the machine; it opens once, for a short time.
CREATE TABLE way_back (
  person_id TEXT PRIMARY KEY REFERENCES person (id),
  code TEXT NOT NULL,
  made_at INTEGER NOT NULL
) STRICT;

-- How a handoff went, once it is over: then it is booked no longer. The newest word counts, the others are its history;
-- an empty one takes the word back.
ALTER TABLE handoff ADD COLUMN outcome TEXT CHECK (outcome IN ('came-off', 'partly', 'not', 'absent'));
DROP INDEX one_live_handoff;
CREATE UNIQUE INDEX one_live_handoff ON handoff (residency_id) WHERE status = 'confirmed' AND outcome IS NULL;
CREATE TABLE handoff_outcome (
  id TEXT PRIMARY KEY,
  handoff_id TEXT NOT NULL REFERENCES handoff (id),
  outcome TEXT NOT NULL CHECK (outcome IN ('came-off', 'partly', 'not', 'absent', '')),
  at INTEGER NOT NULL,
  by TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX handoff_outcome_by_handoff ON handoff_outcome (handoff_id, at);
