-- A minute on the tether is paid more often than a rep was thought to be; its interval is kept, and what of the meal
-- was in the bowl of a recall drill. Help may be the voice or the body.
CREATE TABLE rep_next (
  id TEXT PRIMARY KEY REFERENCES fact (id),
  set_id TEXT NOT NULL,
  device TEXT NOT NULL,
  seq INTEGER NOT NULL,
  at INTEGER NOT NULL,
  outcome TEXT NOT NULL CHECK (outcome IN ('clean', 'helped', 'late', 'miss')),
  prompt TEXT CHECK (prompt IN ('none', 'smaller-signal', 'full-signal', 'voice', 'body', 'lure', 'leash')),
  latency_s REAL CHECK (latency_s >= 0),
  held_s REAL CHECK (held_s >= 0),
  broke_s REAL CHECK (broke_s >= 0),
  steps INTEGER CHECK (steps >= 0),
  faults TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(faults)),
  paid INTEGER CHECK (paid IN (0, 1)),
  attention TEXT CHECK (attention IN ('sniffing', 'looking away', 'looking at you')),
  cues_said INTEGER CHECK (cues_said BETWEEN 0 AND 9),
  sound TEXT,
  planned INTEGER CHECK (planned BETWEEN 0 AND 80),
  pieces INTEGER CHECK (pieces BETWEEN 0 AND 80),
  sit_pieces INTEGER CHECK (sit_pieces BETWEEN 0 AND 20),
  pay_interval REAL CHECK (pay_interval BETWEEN 0.5 AND 600),
  bowl_grams REAL CHECK (bowl_grams BETWEEN 0 AND 500),
  pay_error INTEGER NOT NULL DEFAULT 0 CHECK (pay_error IN (0, 1)),
  turns INTEGER CHECK (turns BETWEEN 0 AND 200),
  stops INTEGER CHECK (stops BETWEEN 0 AND 200),
  replaces TEXT,
  root TEXT
) STRICT;
INSERT INTO rep_next (id, set_id, device, seq, at, outcome, prompt, latency_s, held_s, broke_s, steps, faults, paid,
  attention, cues_said, sound, planned, pieces, sit_pieces, pay_error, turns, stops, replaces, root)
SELECT id, set_id, device, seq, at, outcome, prompt, latency_s, held_s, broke_s, steps, faults, paid,
  attention, cues_said, sound, planned, pieces, sit_pieces, pay_error, turns, stops, replaces, root
FROM rep ORDER BY rowid;
DROP TABLE rep;
ALTER TABLE rep_next RENAME TO rep;
CREATE INDEX rep_by_set ON rep (set_id, at);
CREATE INDEX rep_by_root ON rep (root);

-- What a small thing was a repetition of, and how it went; on the tether its minutes, its interval and whether it was
-- calm.
ALTER TABLE small_thing ADD COLUMN command TEXT;
ALTER TABLE small_thing ADD COLUMN outcome TEXT CHECK (outcome IN ('clean', 'helped', 'late', 'miss'));
ALTER TABLE small_thing ADD COLUMN minutes INTEGER CHECK (minutes BETWEEN 1 AND 120);
ALTER TABLE small_thing ADD COLUMN pay_interval REAL CHECK (pay_interval BETWEEN 0.5 AND 600);
ALTER TABLE small_thing ADD COLUMN calm INTEGER CHECK (calm IN (0, 1));

-- What was tried in a set where the dog was stuck; how it went follows from its reps.
ALTER TABLE training_set ADD COLUMN road TEXT;
