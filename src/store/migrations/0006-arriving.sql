-- Where dogs are worked, as the house knows it. A closed space keeps what was worked there.
ALTER TABLE place ADD COLUMN indoors INTEGER NOT NULL DEFAULT 1 CHECK (indoors IN (0, 1));
ALTER TABLE place ADD COLUMN holds INTEGER NOT NULL DEFAULT 1 CHECK (holds BETWEEN 1 AND 60);
ALTER TABLE place ADD COLUMN surface TEXT NOT NULL DEFAULT '';
ALTER TABLE place ADD COLUMN closed INTEGER NOT NULL DEFAULT 0 CHECK (closed IN (0, 1));
UPDATE place SET indoors = 0 WHERE kind IN ('yard', 'open', 'street', 'square');

-- What the house says of itself: each change is kept, the newest holds.
CREATE TABLE house_setting (
  id TEXT PRIMARY KEY,
  settings TEXT NOT NULL CHECK (json_valid(settings)),
  at INTEGER NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX house_setting_by_time ON house_setting (at);

CREATE TABLE feed (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  kcal_per_100g REAL NOT NULL CHECK (kcal_per_100g > 0),
  kcal_per_piece REAL CHECK (kcal_per_piece > 0),
  tier INTEGER NOT NULL CHECK (tier BETWEEN 1 AND 4),
  contains TEXT NOT NULL DEFAULT '',
  -- No longer fed; what was fed of it stays.
  dropped INTEGER NOT NULL DEFAULT 0 CHECK (dropped IN (0, 1))
) STRICT;

CREATE TABLE day_off (
  id TEXT PRIMARY KEY,
  person_id TEXT NOT NULL REFERENCES person (id),
  from_day TEXT NOT NULL,
  to_day TEXT NOT NULL CHECK (to_day >= from_day),
  why TEXT NOT NULL DEFAULT ''
) STRICT;
CREATE INDEX day_off_by_end ON day_off (to_day);

-- A step of an intake as it was typed, until it is kept for good; `key` is the residency, or the one to be.
CREATE TABLE intake_draft (
  key TEXT NOT NULL,
  step TEXT NOT NULL,
  typed TEXT NOT NULL CHECK (json_valid(typed)),
  saved_at INTEGER NOT NULL,
  saved_by TEXT NOT NULL REFERENCES person (id),
  PRIMARY KEY (key, step)
) STRICT;
CREATE INDEX intake_draft_by_time ON intake_draft (step, saved_at);

CREATE TABLE intake_entry (
  id TEXT PRIMARY KEY,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  step TEXT NOT NULL,
  entry TEXT NOT NULL CHECK (json_valid(entry)),
  at INTEGER NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX intake_entry_by_residency ON intake_entry (residency_id, step, at);
CREATE INDEX residency_by_dog ON residency (dog_id, arrives_on);

CREATE TABLE photo (
  dog_id TEXT PRIMARY KEY REFERENCES dog (id),
  jpeg BLOB NOT NULL,
  at INTEGER NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id)
) STRICT;

CREATE TABLE weight (
  id TEXT PRIMARY KEY,
  dog_id TEXT NOT NULL REFERENCES dog (id),
  day TEXT NOT NULL,
  kg REAL NOT NULL CHECK (kg > 0),
  at INTEGER NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX weight_by_dog ON weight (dog_id, day, at);

-- How a dog is fed; the newest holds.
CREATE TABLE feeding_plan (
  id TEXT PRIMARY KEY,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  feed_id TEXT NOT NULL REFERENCES feed (id),
  stage TEXT NOT NULL,
  factor REAL CHECK (factor > 0),
  vet_kcal REAL CHECK (vet_kcal > 0),
  training_share REAL NOT NULL CHECK (training_share BETWEEN 0 AND 1),
  goal_kg REAL CHECK (goal_kg > 0),
  at INTEGER NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX feeding_plan_by_residency ON feeding_plan (residency_id, at);

-- What was weighed out, eaten in training, given from the bowl, or came on top.
CREATE TABLE fed (
  id TEXT PRIMARY KEY,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  day TEXT NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('weighed', 'eaten', 'bowl', 'extra')),
  feed_id TEXT NOT NULL REFERENCES feed (id),
  grams REAL NOT NULL CHECK (grams > 0),
  note TEXT NOT NULL DEFAULT '',
  at INTEGER NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id)
) STRICT;
-- Paid reps of a day are food of that day.
CREATE INDEX training_set_by_day ON training_set (day, residency_id);
CREATE INDEX fed_by_day ON fed (day, residency_id);
CREATE INDEX fed_by_residency ON fed (residency_id, day);

-- A baseline: its reps, and the starting rungs taken from them.
CREATE TABLE baseline_rep (
  id TEXT PRIMARY KEY,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  command TEXT NOT NULL,
  rung_id TEXT NOT NULL,
  food_in_sight INTEGER NOT NULL CHECK (food_in_sight IN (0, 1)),
  clean INTEGER NOT NULL CHECK (clean IN (0, 1)),
  at INTEGER NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX baseline_rep_by_residency ON baseline_rep (residency_id, command, at, id);

CREATE TABLE baseline_start (
  id TEXT PRIMARY KEY,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  command TEXT NOT NULL,
  rung_id TEXT NOT NULL,
  proposed TEXT NOT NULL,
  reason TEXT NOT NULL DEFAULT '',
  at INTEGER NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX baseline_start_by_residency ON baseline_start (residency_id, at);

-- What a dog works for: how it took what was held out, and its choices of two.
CREATE TABLE reward_taste (
  id TEXT PRIMARY KEY,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  stage TEXT NOT NULL CHECK (stage IN ('meal', 'better', 'toy')),
  item TEXT NOT NULL CHECK (length(item) BETWEEN 1 AND 60),
  took TEXT NOT NULL CHECK (took IN ('at once', 'slowly', 'not')),
  at INTEGER NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX reward_taste_by_residency ON reward_taste (residency_id, at);

CREATE TABLE reward_choice (
  id TEXT PRIMARY KEY,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  a TEXT NOT NULL,
  b TEXT NOT NULL CHECK (b <> a),
  chosen TEXT CHECK (chosen IN (a, b)),
  at INTEGER NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX reward_choice_by_residency ON reward_choice (residency_id, at);

-- The toy that is kept for training only; the newest holds.
CREATE TABLE reserved_toy (
  id TEXT PRIMARY KEY,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  item TEXT NOT NULL,
  at INTEGER NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX reserved_toy_by_residency ON reserved_toy (residency_id, at);

-- Small facts that were a slip of the hand: the fact stays, and counts no more.
CREATE TABLE taken_back (
  target_id TEXT PRIMARY KEY,
  at INTEGER NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id)
) STRICT;

-- Days on which a dog is not worked: sick, in season.
CREATE TABLE pause (
  id TEXT PRIMARY KEY,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  why TEXT NOT NULL CHECK (why IN ('sick', 'in season', 'other')),
  note TEXT NOT NULL DEFAULT '',
  from_day TEXT NOT NULL,
  at INTEGER NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id),
  ended_on TEXT,
  ended_by TEXT REFERENCES person (id)
) STRICT;
CREATE INDEX pause_by_end ON pause (ended_on);
CREATE UNIQUE INDEX one_open_pause ON pause (residency_id) WHERE ended_on IS NULL;
