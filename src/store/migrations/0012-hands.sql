-- What a set is begun from, the collar beside the leash, and whether its fit was looked at.
ALTER TABLE training_set ADD COLUMN start_position TEXT CHECK (start_position IN ('sit', 'down', 'stand'));
ALTER TABLE training_set ADD COLUMN collar TEXT;
ALTER TABLE training_set ADD COLUMN fitted INTEGER CHECK (fitted IN (0, 1));

-- Out to eliminate before the block and after it.
ALTER TABLE block ADD COLUMN out_before INTEGER CHECK (out_before IN (0, 1));
ALTER TABLE block_close ADD COLUMN out_after INTEGER CHECK (out_after IN (0, 1));

-- A baseline rep takes its seconds, where somebody called them, and the help of the leash.
ALTER TABLE baseline_rep ADD COLUMN latency_s REAL CHECK (latency_s BETWEEN 0 AND 60);
ALTER TABLE baseline_rep ADD COLUMN leash_help INTEGER NOT NULL DEFAULT 0 CHECK (leash_help IN (0, 1));

-- The side is the owner’s, and may not be known yet: then it stands at the house’s left until somebody has asked.
ALTER TABLE dog ADD COLUMN side_known INTEGER NOT NULL DEFAULT 1 CHECK (side_known IN (0, 1));

-- How a recall ends for this dog, from a moment on; what was said before stays. Null is as the house does it.
CREATE TABLE dog_finish (
  id TEXT PRIMARY KEY,
  dog_id TEXT NOT NULL REFERENCES dog (id),
  finish TEXT CHECK (finish IN ('front', 'steps-in', 'touch')),
  at INTEGER NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX dog_finish_by_dog ON dog_finish (dog_id, at);
