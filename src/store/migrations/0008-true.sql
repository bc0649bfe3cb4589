-- A standing holds until the next change of rules that is known of (a birthday): then it is made again.
ALTER TABLE standing ADD COLUMN holds_until INTEGER;

-- What is worked just now, by whomever.
CREATE INDEX training_set_by_time ON training_set (at);

-- Whose blocks have ended today.
CREATE INDEX block_close_by_time ON block_close (at);

-- A set whose day nobody can be sure of: its device's clock was wrong beyond repair, or it lies outside the residency.
ALTER TABLE training_set ADD COLUMN unsure INTEGER NOT NULL DEFAULT 0 CHECK (unsure IN (0, 1));
ALTER TABLE device ADD COLUMN last_seq INTEGER;
ALTER TABLE device ADD COLUMN last_at INTEGER;

-- The fact that a corrected one goes back to, through however many corrections: what a device still adds to a set that was
-- put right meanwhile belongs to the one that stands for it.
ALTER TABLE training_set ADD COLUMN root TEXT;
ALTER TABLE rep ADD COLUMN root TEXT;
WITH RECURSIVE chain (id, up) AS (
  SELECT id, replaces FROM training_set WHERE replaces IS NOT NULL
  UNION ALL SELECT c.id, s.replaces FROM chain c JOIN training_set s ON s.id = c.up WHERE s.replaces IS NOT NULL)
UPDATE training_set SET root = (SELECT c.up FROM chain c LEFT JOIN training_set s ON s.id = c.up WHERE c.id = training_set.id AND (s.id IS NULL OR s.replaces IS NULL)) WHERE replaces IS NOT NULL;
UPDATE rep SET root = replaces WHERE replaces IS NOT NULL AND device = '01890000-0000-7000-8000-00000000de5c';
CREATE INDEX training_set_by_root ON training_set (root);
CREATE INDEX rep_by_root ON rep (root);

-- What the demonstration kennel was when it was made; anything else, and somebody worked in it.
CREATE TABLE demo_mark (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  digest TEXT NOT NULL
) STRICT;

-- Runs “A1” and “a1” are one.
DROP INDEX residency_by_run;
CREATE INDEX residency_by_run ON residency (run_number COLLATE NOCASE, leaves_on);

-- Whose owner comes when: one owner is in one place at a time.
CREATE INDEX dog_by_owner ON dog (owner_name COLLATE NOCASE);
