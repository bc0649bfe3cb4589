-- Every fact that a device sent, whatever its kind: once under its id, once under its device's own number. What is
-- particular to a kind lies in a table of its own beside it; order, day and who are repeated there where reading sorts
-- and joins by them.
CREATE TABLE fact (
  id TEXT PRIMARY KEY,
  kind TEXT NOT NULL,
  device TEXT NOT NULL,
  seq INTEGER NOT NULL CHECK (seq >= 0),
  device_at INTEGER NOT NULL,
  at INTEGER NOT NULL,
  received_at INTEGER NOT NULL,
  day TEXT NOT NULL, -- the kennel's calendar day
  recorded_by TEXT REFERENCES person (id), -- null for a rep and a set's end: whoever recorded the set
  UNIQUE (device, seq)
) STRICT;

-- Until now a number was a device's own within each kind. A device that used one twice (the desk, which puts sets
-- right) is counted anew, each kind in the order it had.
CREATE TEMP TABLE sent AS
SELECT id, 'set-opened' AS kind, 0 AS rank, device, seq, device_at, at, received_at, day, recorded_by FROM training_set
UNION ALL SELECT id, 'rep', 1, device, seq, device_at, at, received_at, kennel_day(at), NULL FROM rep
UNION ALL SELECT id, 'set-closed', 2, device, seq, device_at, at, received_at, kennel_day(at), NULL FROM set_close
UNION ALL SELECT id, 'voided', 3, device, seq, device_at, at, received_at, kennel_day(at), recorded_by FROM voided
UNION ALL SELECT id, 'block-opened', 4, device, seq, device_at, at, received_at, day, recorded_by FROM block
UNION ALL SELECT id, 'block-closed', 5, device, seq, device_at, at, received_at, day, recorded_by FROM block_close
UNION ALL SELECT id, 'over-threshold', 6, device, seq, device_at, at, received_at, day, recorded_by FROM over_threshold
UNION ALL SELECT id, 'correction', 7, device, seq, device_at, at, received_at, day, recorded_by FROM correction
UNION ALL SELECT id, 'small-thing', 8, device, seq, device_at, at, received_at, day, recorded_by FROM small_thing;

CREATE TEMP TABLE twice AS
SELECT DISTINCT device FROM (SELECT device FROM sent GROUP BY device, seq HAVING count(*) > 1);

INSERT INTO fact (id, kind, device, seq, device_at, at, received_at, day, recorded_by)
SELECT id, kind, device,
  CASE WHEN device IN (SELECT device FROM twice)
    THEN row_number() OVER (PARTITION BY device ORDER BY rank, seq) - 1 ELSE seq END,
  device_at, at, received_at, day, recorded_by
FROM sent;

UPDATE device SET last_seq = (SELECT max(f.seq) FROM fact f WHERE f.device = device.id)
WHERE id IN (SELECT device FROM twice) AND last_seq IS NOT NULL;
DROP TABLE sent;
DROP TABLE twice;

CREATE TABLE training_set_detail (
  id TEXT PRIMARY KEY REFERENCES fact (id),
  residency_id TEXT NOT NULL REFERENCES residency (id),
  command TEXT NOT NULL,
  rung_id TEXT NOT NULL,
  purpose TEXT NOT NULL CHECK (purpose IN ('work', 'refresh')),
  block_id TEXT NOT NULL,
  device TEXT NOT NULL,
  seq INTEGER NOT NULL,
  at INTEGER NOT NULL,
  day TEXT NOT NULL,
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
  exercise_minutes_ago REAL CHECK (exercise_minutes_ago >= 0),
  meal_minutes_ago REAL CHECK (meal_minutes_ago >= 0),
  humidity REAL CHECK (humidity BETWEEN 0 AND 100),
  seed INTEGER CHECK (seed BETWEEN 0 AND 4294967295),
  helper TEXT,
  second_dog TEXT,
  feed_id TEXT REFERENCES feed (id),
  replaces TEXT,
  root TEXT,
  unsure INTEGER NOT NULL DEFAULT 0 CHECK (unsure IN (0, 1))
) STRICT;
INSERT INTO training_set_detail
SELECT s.id, s.residency_id, s.command, s.rung_id, s.purpose, s.block_id, f.device, f.seq, f.at, s.day, s.recorded_by,
  s.leash_holder, s.place_id, s.level, s.distance_band, s.kit, s.curriculum_id, s.curriculum_version, s.rule_version,
  s.temperature_c, s.minutes_in, s.exercise_minutes_ago, s.meal_minutes_ago, s.humidity, s.seed, s.helper,
  s.second_dog, s.feed_id, s.replaces, s.root, s.unsure
FROM training_set s JOIN fact f ON f.id = s.id ORDER BY s.rowid;
DROP TABLE training_set;
ALTER TABLE training_set_detail RENAME TO training_set;
CREATE INDEX training_set_by_residency ON training_set (residency_id, at);
CREATE INDEX training_set_by_time ON training_set (at);
CREATE INDEX training_set_by_day ON training_set (day, residency_id);
CREATE INDEX training_set_by_block ON training_set (block_id);
CREATE INDEX training_set_by_root ON training_set (root);

CREATE TABLE rep_detail (
  id TEXT PRIMARY KEY REFERENCES fact (id),
  set_id TEXT NOT NULL,
  device TEXT NOT NULL,
  seq INTEGER NOT NULL,
  at INTEGER NOT NULL,
  outcome TEXT NOT NULL CHECK (outcome IN ('clean', 'helped', 'late', 'miss')),
  prompt TEXT CHECK (prompt IN ('none', 'smaller-signal', 'full-signal', 'lure', 'leash')),
  latency_s REAL CHECK (latency_s >= 0),
  held_s REAL CHECK (held_s >= 0),
  broke_s REAL CHECK (broke_s >= 0),
  steps INTEGER CHECK (steps >= 0),
  faults TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(faults)),
  paid INTEGER CHECK (paid IN (0, 1)),
  attention TEXT CHECK (attention IN ('sniffing', 'looking away', 'looking at you')),
  cues_said INTEGER CHECK (cues_said BETWEEN 0 AND 9),
  sound TEXT,
  planned INTEGER CHECK (planned BETWEEN 0 AND 20),
  pieces INTEGER CHECK (pieces BETWEEN 0 AND 40),
  sit_pieces INTEGER CHECK (sit_pieces BETWEEN 0 AND 20),
  pay_error INTEGER NOT NULL DEFAULT 0 CHECK (pay_error IN (0, 1)),
  turns INTEGER CHECK (turns BETWEEN 0 AND 200),
  stops INTEGER CHECK (stops BETWEEN 0 AND 200),
  replaces TEXT,
  root TEXT
) STRICT;
INSERT INTO rep_detail
SELECT r.id, r.set_id, f.device, f.seq, f.at, r.outcome, r.prompt, r.latency_s, r.held_s, r.broke_s, r.steps, r.faults,
  r.paid, r.attention, r.cues_said, r.sound, r.planned, r.pieces, r.sit_pieces, r.pay_error, r.turns, r.stops,
  r.replaces, r.root
FROM rep r JOIN fact f ON f.id = r.id ORDER BY r.rowid;
DROP TABLE rep;
ALTER TABLE rep_detail RENAME TO rep;
CREATE INDEX rep_by_set ON rep (set_id, at);
CREATE INDEX rep_by_root ON rep (root);

CREATE TABLE set_close_detail (
  id TEXT PRIMARY KEY REFERENCES fact (id),
  set_id TEXT NOT NULL,
  device TEXT NOT NULL,
  seq INTEGER NOT NULL,
  at INTEGER NOT NULL,
  ended_by TEXT NOT NULL CHECK (ended_by IN ('rule', 'trainer')),
  note TEXT NOT NULL DEFAULT ''
) STRICT;
INSERT INTO set_close_detail
SELECT c.id, c.set_id, f.device, f.seq, f.at, c.ended_by, c.note FROM set_close c JOIN fact f ON f.id = c.id
ORDER BY c.rowid;
DROP TABLE set_close;
ALTER TABLE set_close_detail RENAME TO set_close;
CREATE INDEX set_close_by_set ON set_close (set_id);

CREATE TABLE voided_detail (
  id TEXT PRIMARY KEY REFERENCES fact (id),
  target_id TEXT NOT NULL,
  reason TEXT NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id),
  device TEXT NOT NULL,
  seq INTEGER NOT NULL,
  at INTEGER NOT NULL
) STRICT;
INSERT INTO voided_detail
SELECT v.id, v.target_id, v.reason, v.recorded_by, f.device, f.seq, f.at FROM voided v JOIN fact f ON f.id = v.id
ORDER BY v.rowid;
DROP TABLE voided;
ALTER TABLE voided_detail RENAME TO voided;
CREATE INDEX voided_by_target ON voided (target_id);

CREATE TABLE block_detail (
  id TEXT PRIMARY KEY REFERENCES fact (id),
  residency_id TEXT NOT NULL,
  plan TEXT NOT NULL CHECK (json_valid(plan)),
  recorded_by TEXT NOT NULL REFERENCES person (id),
  day TEXT NOT NULL,
  device TEXT NOT NULL,
  seq INTEGER NOT NULL,
  at INTEGER NOT NULL
) STRICT;
INSERT INTO block_detail
SELECT b.id, b.residency_id, b.plan, b.recorded_by, b.day, f.device, f.seq, f.at FROM block b JOIN fact f ON f.id = b.id
ORDER BY b.rowid;
DROP TABLE block;
ALTER TABLE block_detail RENAME TO block;
CREATE INDEX block_by_residency ON block (residency_id, at);

CREATE TABLE block_close_detail (
  id TEXT PRIMARY KEY REFERENCES fact (id),
  block_id TEXT NOT NULL,
  residency_id TEXT NOT NULL,
  note TEXT NOT NULL,
  stressful INTEGER NOT NULL CHECK (stressful IN (0, 1)),
  praise_minutes INTEGER CHECK (praise_minutes BETWEEN 0 AND 60),
  recorded_by TEXT NOT NULL REFERENCES person (id),
  day TEXT NOT NULL,
  device TEXT NOT NULL,
  seq INTEGER NOT NULL,
  at INTEGER NOT NULL
) STRICT;
INSERT INTO block_close_detail
SELECT c.id, c.block_id, c.residency_id, c.note, c.stressful, c.praise_minutes, c.recorded_by, c.day, f.device, f.seq,
  f.at
FROM block_close c JOIN fact f ON f.id = c.id ORDER BY c.rowid;
DROP TABLE block_close;
ALTER TABLE block_close_detail RENAME TO block_close;
CREATE INDEX block_close_by_residency ON block_close (residency_id, at);
CREATE INDEX block_close_by_block ON block_close (block_id);
CREATE INDEX block_close_by_time ON block_close (at);

CREATE TABLE over_threshold_detail (
  id TEXT PRIMARY KEY REFERENCES fact (id),
  residency_id TEXT NOT NULL,
  block_id TEXT NOT NULL,
  place_id TEXT NOT NULL REFERENCES place (id),
  signs TEXT NOT NULL CHECK (json_valid(signs)),
  trigger_seen TEXT NOT NULL,
  distance_band TEXT CHECK (distance_band IN ('over-15', '5-15', 'under-5')),
  recorded_by TEXT NOT NULL REFERENCES person (id),
  day TEXT NOT NULL,
  device TEXT NOT NULL,
  seq INTEGER NOT NULL,
  at INTEGER NOT NULL
) STRICT;
INSERT INTO over_threshold_detail
SELECT o.id, o.residency_id, o.block_id, o.place_id, o.signs, o.trigger_seen, o.distance_band, o.recorded_by, o.day,
  f.device, f.seq, f.at
FROM over_threshold o JOIN fact f ON f.id = o.id ORDER BY o.rowid;
DROP TABLE over_threshold;
ALTER TABLE over_threshold_detail RENAME TO over_threshold;
CREATE INDEX over_threshold_by_residency ON over_threshold (residency_id, at);

CREATE TABLE correction_detail (
  id TEXT PRIMARY KEY REFERENCES fact (id),
  residency_id TEXT NOT NULL,
  block_id TEXT NOT NULL,
  command TEXT NOT NULL,
  device_used TEXT NOT NULL,
  reason TEXT NOT NULL,
  asked_first INTEGER NOT NULL CHECK (asked_first IN (0, 1)),
  effect TEXT NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id),
  day TEXT NOT NULL,
  device TEXT NOT NULL,
  seq INTEGER NOT NULL,
  at INTEGER NOT NULL
) STRICT;
INSERT INTO correction_detail
SELECT c.id, c.residency_id, c.block_id, c.command, c.device_used, c.reason, c.asked_first, c.effect, c.recorded_by,
  c.day, f.device, f.seq, f.at
FROM correction c JOIN fact f ON f.id = c.id ORDER BY c.rowid;
DROP TABLE correction;
ALTER TABLE correction_detail RENAME TO correction;
CREATE INDEX correction_by_residency ON correction (residency_id, at);

CREATE TABLE small_thing_detail (
  id TEXT PRIMARY KEY REFERENCES fact (id),
  residency_id TEXT NOT NULL,
  what TEXT NOT NULL CHECK (what IN ('tether-minute', 'name-call', 'corridor-ten')),
  reps INTEGER NOT NULL CHECK (reps BETWEEN 1 AND 40),
  pieces INTEGER NOT NULL CHECK (pieces BETWEEN 0 AND 40),
  recorded_by TEXT NOT NULL REFERENCES person (id),
  day TEXT NOT NULL,
  device TEXT NOT NULL,
  seq INTEGER NOT NULL,
  at INTEGER NOT NULL
) STRICT;
INSERT INTO small_thing_detail
SELECT t.id, t.residency_id, t.what, t.reps, t.pieces, t.recorded_by, t.day, f.device, f.seq, f.at
FROM small_thing t JOIN fact f ON f.id = t.id ORDER BY t.rowid;
DROP TABLE small_thing;
ALTER TABLE small_thing_detail RENAME TO small_thing;
CREATE INDEX small_thing_by_residency ON small_thing (residency_id, at);
CREATE INDEX small_thing_by_day ON small_thing (day, residency_id);

-- How far a standing's facts are is told in numbers that may have changed: it is folded anew when the next fact comes.
UPDATE standing SET mark = '';
