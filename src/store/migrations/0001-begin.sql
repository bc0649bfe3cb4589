-- What stands still: the kennel, its people, places and dogs.
CREATE TABLE kennel (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  name TEXT NOT NULL,
  time_zone TEXT NOT NULL,
  -- Day on which a demonstration kennel was made; null in a real one.
  demo_made_on TEXT
) STRICT;

CREATE TABLE person (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
  role TEXT NOT NULL CHECK (role IN ('lead', 'trainer', 'hand')),
  created_at INTEGER NOT NULL
) STRICT;

CREATE TABLE staff_hours (
  person_id TEXT NOT NULL REFERENCES person (id),
  weekday INTEGER NOT NULL CHECK (weekday BETWEEN 1 AND 7), -- 1 is Monday
  from_minute INTEGER NOT NULL CHECK (from_minute BETWEEN 0 AND 1439),
  to_minute INTEGER NOT NULL CHECK (to_minute BETWEEN 1 AND 1440),
  PRIMARY KEY (person_id, weekday, from_minute),
  CHECK (to_minute > from_minute)
) STRICT;

CREATE TABLE place (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL UNIQUE CHECK (length(name) BETWEEN 1 AND 60),
  kind TEXT NOT NULL CHECK (kind IN ('room', 'corridor', 'yard', 'open', 'street', 'square')),
  sort INTEGER NOT NULL
) STRICT;

CREATE TABLE dog (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  owner_name TEXT NOT NULL,
  release_word TEXT NOT NULL,
  marker_word TEXT NOT NULL,
  side TEXT NOT NULL CHECK (side IN ('left', 'right')),
  -- Shown on every screen that sends someone to this dog's door.
  caution TEXT NOT NULL DEFAULT '',
  bite_history INTEGER NOT NULL DEFAULT 0 CHECK (bite_history IN (0, 1)),
  created_at INTEGER NOT NULL
) STRICT;

CREATE TABLE cue_word (
  dog_id TEXT NOT NULL REFERENCES dog (id),
  command TEXT NOT NULL,
  word TEXT NOT NULL CHECK (length(word) BETWEEN 1 AND 40),
  PRIMARY KEY (dog_id, command)
) STRICT;

CREATE TABLE residency (
  id TEXT PRIMARY KEY,
  dog_id TEXT NOT NULL REFERENCES dog (id),
  run_number TEXT NOT NULL CHECK (length(run_number) BETWEEN 1 AND 8),
  arrives_on TEXT NOT NULL CHECK (arrives_on GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
  leaves_on TEXT NOT NULL CHECK (leaves_on GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
  curriculum_id TEXT NOT NULL,
  curriculum_version INTEGER NOT NULL,
  created_at INTEGER NOT NULL,
  CHECK (leaves_on > arrives_on)
) STRICT;
CREATE INDEX residency_by_leaving ON residency (leaves_on, arrives_on);
CREATE INDEX residency_by_run ON residency (run_number, leaves_on);

CREATE TABLE promise (
  residency_id TEXT NOT NULL REFERENCES residency (id),
  command TEXT NOT NULL,
  rung_id TEXT NOT NULL,
  places INTEGER NOT NULL CHECK (places BETWEEN 1 AND 12),
  people INTEGER NOT NULL CHECK (people BETWEEN 1 AND 12),
  PRIMARY KEY (residency_id, command)
) STRICT;

-- What happened: appended, never edited. A fact may arrive before the fact it belongs to, so facts do not reference
-- each other by foreign key; a rep whose set is not here yet waits until it is.
CREATE TABLE device (
  id TEXT PRIMARY KEY,
  -- Added to what the device's clock said; renewed only when it is off by more than a minute from what is known.
  offset_ms INTEGER NOT NULL,
  seen_at INTEGER NOT NULL
) STRICT;

CREATE TABLE training_set (
  id TEXT PRIMARY KEY,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  command TEXT NOT NULL,
  rung_id TEXT NOT NULL,
  purpose TEXT NOT NULL CHECK (purpose IN ('work', 'refresh')),
  block_id TEXT NOT NULL,
  device TEXT NOT NULL,
  seq INTEGER NOT NULL CHECK (seq >= 0),
  device_at INTEGER NOT NULL,
  at INTEGER NOT NULL,
  received_at INTEGER NOT NULL,
  day TEXT NOT NULL, -- the kennel's calendar day
  recorded_by TEXT NOT NULL REFERENCES person (id),
  leash_holder TEXT NOT NULL REFERENCES person (id),
  place_id TEXT NOT NULL REFERENCES place (id),
  level INTEGER NOT NULL CHECK (level BETWEEN 0 AND 5),
  distance_band TEXT CHECK (distance_band IN ('over-15', '5-15', 'under-5')),
  kit TEXT NOT NULL,
  curriculum_id TEXT NOT NULL,
  curriculum_version INTEGER NOT NULL,
  rule_version INTEGER NOT NULL,
  temperature_c REAL,
  minutes_in REAL,
  UNIQUE (device, seq)
) STRICT;
CREATE INDEX training_set_by_residency ON training_set (residency_id, at);

CREATE TABLE rep (
  id TEXT PRIMARY KEY,
  set_id TEXT NOT NULL,
  device TEXT NOT NULL,
  seq INTEGER NOT NULL CHECK (seq >= 0),
  device_at INTEGER NOT NULL,
  at INTEGER NOT NULL,
  received_at INTEGER NOT NULL,
  outcome TEXT NOT NULL CHECK (outcome IN ('clean', 'helped', 'late', 'miss')),
  prompt TEXT CHECK (prompt IN ('none', 'smaller-signal', 'full-signal', 'lure', 'leash')),
  latency_s REAL CHECK (latency_s >= 0),
  held_s REAL CHECK (held_s >= 0),
  broke_s REAL CHECK (broke_s >= 0),
  steps INTEGER CHECK (steps >= 0),
  faults TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(faults)),
  paid INTEGER CHECK (paid IN (0, 1)),
  UNIQUE (device, seq)
) STRICT;
CREATE INDEX rep_by_set ON rep (set_id, at);

CREATE TABLE set_close (
  id TEXT PRIMARY KEY,
  set_id TEXT NOT NULL,
  device TEXT NOT NULL,
  seq INTEGER NOT NULL CHECK (seq >= 0),
  device_at INTEGER NOT NULL,
  at INTEGER NOT NULL,
  received_at INTEGER NOT NULL,
  ended_by TEXT NOT NULL CHECK (ended_by IN ('rule', 'trainer')),
  note TEXT NOT NULL DEFAULT '',
  UNIQUE (device, seq)
) STRICT;
CREATE INDEX set_close_by_set ON set_close (set_id);

-- A correction is a further fact: this one takes back a rep or a whole set.
CREATE TABLE voided (
  id TEXT PRIMARY KEY,
  target_id TEXT NOT NULL,
  reason TEXT NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id),
  device TEXT NOT NULL,
  seq INTEGER NOT NULL CHECK (seq >= 0),
  device_at INTEGER NOT NULL,
  at INTEGER NOT NULL,
  received_at INTEGER NOT NULL,
  UNIQUE (device, seq)
) STRICT;
CREATE INDEX voided_by_target ON voided (target_id);

CREATE TABLE handoff_event (
  id TEXT PRIMARY KEY,
  handoff_id TEXT NOT NULL,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  kind TEXT NOT NULL CHECK (kind IN ('booked', 'moved', 'cancelled')),
  sequence INTEGER NOT NULL CHECK (sequence >= 0),
  person_id TEXT NOT NULL REFERENCES person (id),
  from_at INTEGER NOT NULL,
  to_at INTEGER NOT NULL,
  at INTEGER NOT NULL,
  UNIQUE (handoff_id, sequence),
  CHECK (to_at > from_at)
) STRICT;

-- Derived from facts and kept for speed; made again by one command, and holding nothing that depends on the clock.
CREATE TABLE standing (
  residency_id TEXT PRIMARY KEY REFERENCES residency (id),
  fold_version INTEGER NOT NULL,
  curriculum_version INTEGER NOT NULL,
  state TEXT NOT NULL CHECK (json_valid(state)),
  summary TEXT NOT NULL CHECK (json_valid(summary))
) STRICT;

CREATE TABLE handoff (
  id TEXT PRIMARY KEY,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  person_id TEXT NOT NULL REFERENCES person (id),
  from_at INTEGER NOT NULL,
  to_at INTEGER NOT NULL,
  sequence INTEGER NOT NULL,
  status TEXT NOT NULL CHECK (status IN ('confirmed', 'cancelled')),
  changed_at INTEGER NOT NULL
) STRICT;
CREATE UNIQUE INDEX one_live_handoff ON handoff (residency_id) WHERE status = 'confirmed';
CREATE INDEX handoff_by_time ON handoff (status, from_at);

CREATE TRIGGER handoff_never_overlaps_on_insert BEFORE INSERT ON handoff
WHEN NEW.status = 'confirmed' AND EXISTS (
  SELECT 1 FROM handoff h WHERE h.id <> NEW.id AND h.status = 'confirmed' AND h.person_id = NEW.person_id AND h.from_at < NEW.to_at AND NEW.from_at < h.to_at)
BEGIN SELECT RAISE(ABORT, 'this trainer is booked then'); END;

CREATE TRIGGER handoff_never_overlaps_on_update BEFORE UPDATE ON handoff
WHEN NEW.status = 'confirmed' AND EXISTS (
  SELECT 1 FROM handoff h WHERE h.id <> NEW.id AND h.status = 'confirmed' AND h.person_id = NEW.person_id AND h.from_at < NEW.to_at AND NEW.from_at < h.to_at)
BEGIN SELECT RAISE(ABORT, 'this trainer is booked then'); END;

INSERT INTO kennel (id, name, time_zone) VALUES (1, 'Our kennel', 'Europe/London');
INSERT INTO place (id, name, kind, sort) VALUES
  ('room', 'Training room', 'room', 1),
  ('corridor', 'Corridor by the runs', 'corridor', 2),
  ('yard', 'Fenced yard', 'yard', 3),
  ('open', 'Open ground', 'open', 4),
  ('street', 'Street', 'street', 5),
  ('square', 'Shop front or square', 'square', 6);
