-- What a set was in its block, and the rung that was in hand of its run when it was begun; null where nobody said.
ALTER TABLE training_set ADD COLUMN role TEXT CHECK (role IN ('warm-up', 'work', 'finish'));
ALTER TABLE training_set ADD COLUMN in_hand TEXT;

-- Useful sets of each day of a residency that was forecast, JSON by day, to hold what was reckoned with against.
ALTER TABLE forecast_outcome ADD COLUMN useful TEXT NOT NULL DEFAULT '{}';
