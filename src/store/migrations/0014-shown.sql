-- A rehearsal or a demonstration as it was begun, with the chance that was said of each item then.
CREATE TABLE demonstration (
  id TEXT PRIMARY KEY REFERENCES fact (id),
  residency_id TEXT NOT NULL REFERENCES residency (id),
  what TEXT NOT NULL CHECK (what IN ('rehearsal', 'demonstration')),
  place_id TEXT NOT NULL REFERENCES place (id),
  leash_holder TEXT NOT NULL REFERENCES person (id),
  kit TEXT NOT NULL,
  items TEXT NOT NULL CHECK (json_valid(items)),
  whole REAL CHECK (whole BETWEEN 0 AND 1),
  recorded_by TEXT NOT NULL REFERENCES person (id),
  day TEXT NOT NULL,
  device TEXT NOT NULL,
  seq INTEGER NOT NULL,
  at INTEGER NOT NULL
) STRICT;
CREATE INDEX demonstration_by_residency ON demonstration (residency_id, at);

-- How one was left; it may be stopped and go on, so there may be several. It may come before its beginning.
CREATE TABLE demonstration_close (
  id TEXT PRIMARY KEY REFERENCES fact (id),
  demonstration_id TEXT NOT NULL,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  how TEXT NOT NULL CHECK (how IN ('done', 'stopped')),
  why TEXT NOT NULL,
  note TEXT NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id),
  device TEXT NOT NULL,
  seq INTEGER NOT NULL,
  at INTEGER NOT NULL
) STRICT;
CREATE INDEX demonstration_close_by_demonstration ON demonstration_close (demonstration_id);
CREATE INDEX demonstration_close_by_residency ON demonstration_close (residency_id, at);

-- An item that is over in one turn.
CREATE TABLE item_shown (
  id TEXT PRIMARY KEY REFERENCES fact (id),
  demonstration_id TEXT NOT NULL,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  item_id TEXT NOT NULL,
  turn TEXT NOT NULL CHECK (turn IN ('trainer', 'owner')),
  how TEXT NOT NULL CHECK (how IN ('shown', 'left')),
  why TEXT NOT NULL,
  note TEXT NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id),
  device TEXT NOT NULL,
  seq INTEGER NOT NULL,
  at INTEGER NOT NULL
) STRICT;
CREATE INDEX item_shown_by_demonstration ON item_shown (demonstration_id);

-- What was seen of the owner's hands in one try; the newest word about a rep counts.
CREATE TABLE owners_hands (
  id TEXT PRIMARY KEY REFERENCES fact (id),
  demonstration_id TEXT NOT NULL,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  item_id TEXT NOT NULL,
  rep_id TEXT,
  seen_right TEXT NOT NULL CHECK (json_valid(seen_right)),
  seen_wrong TEXT NOT NULL CHECK (json_valid(seen_wrong)),
  recorded_by TEXT NOT NULL REFERENCES person (id),
  device TEXT NOT NULL,
  seq INTEGER NOT NULL,
  at INTEGER NOT NULL
) STRICT;
CREATE INDEX owners_hands_by_demonstration ON owners_hands (demonstration_id);

-- A set of a demonstration: its item, whose turn, and whether it was scored beside another device's record. Such a one
-- is kept and moves nothing. In the owner's turn the leash holder is whoever stood by.
ALTER TABLE training_set ADD COLUMN item_id TEXT;
ALTER TABLE training_set ADD COLUMN turn TEXT CHECK (turn IN ('trainer', 'owner'));
ALTER TABLE training_set ADD COLUMN beside INTEGER NOT NULL DEFAULT 0 CHECK (beside IN (0, 1));

-- Whether ready asks for a rehearsal; residencies from before this are not asked for one.
ALTER TABLE residency ADD COLUMN rehearse INTEGER NOT NULL DEFAULT 0 CHECK (rehearse IN (0, 1));

-- What a person made of the homework; the newest counts, the others are its history.
CREATE TABLE homework_change (
  id TEXT PRIMARY KEY,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  change TEXT NOT NULL CHECK (json_valid(change)),
  at INTEGER NOT NULL,
  by TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX homework_change_by_residency ON homework_change (residency_id, at);

-- What an owner practised at home, as it came back: each entry once, under the name its own device gave it.
CREATE TABLE practice_log (
  residency_id TEXT NOT NULL REFERENCES residency (id),
  entry TEXT NOT NULL,
  day TEXT NOT NULL,
  minute INTEGER NOT NULL CHECK (minute BETWEEN 0 AND 1439),
  command TEXT NOT NULL,
  clean INTEGER NOT NULL CHECK (clean >= 0),
  reps INTEGER NOT NULL CHECK (reps >= clean),
  seconds INTEGER CHECK (seconds BETWEEN 0 AND 3600),
  received_at INTEGER NOT NULL,
  read_by TEXT NOT NULL REFERENCES person (id),
  PRIMARY KEY (residency_id, entry)
) STRICT;
CREATE INDEX practice_log_by_day ON practice_log (residency_id, day);
