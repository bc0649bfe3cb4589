-- What a set and a rep carry when they are worked in a block.
ALTER TABLE training_set ADD COLUMN seed INTEGER CHECK (seed BETWEEN 0 AND 4294967295);
ALTER TABLE training_set ADD COLUMN humidity REAL CHECK (humidity BETWEEN 0 AND 100);
ALTER TABLE training_set ADD COLUMN meal_minutes_ago REAL CHECK (meal_minutes_ago >= 0);
-- Somebody who helps, and the other dog that is about.
ALTER TABLE training_set ADD COLUMN helper TEXT;
ALTER TABLE training_set ADD COLUMN second_dog TEXT;
-- What is paid with; null for a piece of the dog's own meal.
ALTER TABLE training_set ADD COLUMN feed_id TEXT REFERENCES feed (id);
CREATE INDEX training_set_by_block ON training_set (block_id);

ALTER TABLE rep ADD COLUMN attention TEXT CHECK (attention IN ('sniffing', 'looking away', 'looking at you'));
ALTER TABLE rep ADD COLUMN cues_said INTEGER CHECK (cues_said BETWEEN 0 AND 9);
ALTER TABLE rep ADD COLUMN sound TEXT;
-- Pieces that chance had planned, pieces that were given (on arrival, and for the sit of a recall), and whether it was a slip.
ALTER TABLE rep ADD COLUMN planned INTEGER CHECK (planned BETWEEN 0 AND 20);
ALTER TABLE rep ADD COLUMN pieces INTEGER CHECK (pieces BETWEEN 0 AND 40);
ALTER TABLE rep ADD COLUMN sit_pieces INTEGER CHECK (sit_pieces BETWEEN 0 AND 20);
ALTER TABLE rep ADD COLUMN pay_error INTEGER NOT NULL DEFAULT 0 CHECK (pay_error IN (0, 1));
ALTER TABLE rep ADD COLUMN turns INTEGER CHECK (turns BETWEEN 0 AND 200);
ALTER TABLE rep ADD COLUMN stops INTEGER CHECK (stops BETWEEN 0 AND 200);

-- One dog's session: how it was planned, and how it ended. Facts, so none references another.
CREATE TABLE block (
  id TEXT PRIMARY KEY,
  residency_id TEXT NOT NULL,
  plan TEXT NOT NULL CHECK (json_valid(plan)),
  recorded_by TEXT NOT NULL REFERENCES person (id),
  day TEXT NOT NULL,
  device TEXT NOT NULL, seq INTEGER NOT NULL CHECK (seq >= 0), device_at INTEGER NOT NULL, at INTEGER NOT NULL, received_at INTEGER NOT NULL,
  UNIQUE (device, seq)
) STRICT;
CREATE INDEX block_by_residency ON block (residency_id, at);

CREATE TABLE block_close (
  id TEXT PRIMARY KEY,
  block_id TEXT NOT NULL,
  residency_id TEXT NOT NULL,
  -- For the next time; it opens the next block.
  note TEXT NOT NULL,
  stressful INTEGER NOT NULL CHECK (stressful IN (0, 1)),
  praise_minutes INTEGER CHECK (praise_minutes BETWEEN 0 AND 60),
  recorded_by TEXT NOT NULL REFERENCES person (id),
  day TEXT NOT NULL,
  device TEXT NOT NULL, seq INTEGER NOT NULL CHECK (seq >= 0), device_at INTEGER NOT NULL, at INTEGER NOT NULL, received_at INTEGER NOT NULL,
  UNIQUE (device, seq)
) STRICT;
CREATE INDEX block_close_by_residency ON block_close (residency_id, at);
CREATE INDEX block_close_by_block ON block_close (block_id);

-- Signs of a dog over its threshold.
CREATE TABLE over_threshold (
  id TEXT PRIMARY KEY,
  residency_id TEXT NOT NULL,
  block_id TEXT NOT NULL,
  place_id TEXT NOT NULL REFERENCES place (id),
  signs TEXT NOT NULL CHECK (json_valid(signs)),
  trigger_seen TEXT NOT NULL,
  distance_band TEXT CHECK (distance_band IN ('over-15', '5-15', 'under-5')),
  recorded_by TEXT NOT NULL REFERENCES person (id),
  day TEXT NOT NULL,
  device TEXT NOT NULL, seq INTEGER NOT NULL CHECK (seq >= 0), device_at INTEGER NOT NULL, at INTEGER NOT NULL, received_at INTEGER NOT NULL,
  UNIQUE (device, seq)
) STRICT;
CREATE INDEX over_threshold_by_residency ON over_threshold (residency_id, at);

-- Leash pressure and other corrections, each one by itself, so that the count can be seen to fall.
CREATE TABLE correction (
  id TEXT PRIMARY KEY,
  residency_id TEXT NOT NULL,
  block_id TEXT NOT NULL,
  command TEXT NOT NULL,
  device_used TEXT NOT NULL,
  reason TEXT NOT NULL,
  asked_first INTEGER NOT NULL CHECK (asked_first IN (0, 1)),
  effect TEXT NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id),
  day TEXT NOT NULL,
  device TEXT NOT NULL, seq INTEGER NOT NULL CHECK (seq >= 0), device_at INTEGER NOT NULL, at INTEGER NOT NULL, received_at INTEGER NOT NULL,
  UNIQUE (device, seq)
) STRICT;
CREATE INDEX correction_by_residency ON correction (residency_id, at);

-- Small things through the day that are no set: a minute on the tether, a name call.
CREATE TABLE small_thing (
  id TEXT PRIMARY KEY,
  residency_id TEXT NOT NULL,
  what TEXT NOT NULL CHECK (what IN ('tether-minute', 'name-call', 'corridor-ten')),
  reps INTEGER NOT NULL CHECK (reps BETWEEN 1 AND 40),
  pieces INTEGER NOT NULL CHECK (pieces BETWEEN 0 AND 40),
  recorded_by TEXT NOT NULL REFERENCES person (id),
  day TEXT NOT NULL,
  device TEXT NOT NULL, seq INTEGER NOT NULL CHECK (seq >= 0), device_at INTEGER NOT NULL, at INTEGER NOT NULL, received_at INTEGER NOT NULL,
  UNIQUE (device, seq)
) STRICT;
CREATE INDEX small_thing_by_residency ON small_thing (residency_id, at);
CREATE INDEX small_thing_by_day ON small_thing (day, residency_id);
