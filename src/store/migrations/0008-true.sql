-- A standing holds until the next change of rules that is known of (a birthday): then it is made again.
ALTER TABLE standing ADD COLUMN holds_until INTEGER;

-- What is worked just now, by whomever.
CREATE INDEX training_set_by_time ON training_set (at);

-- Whose blocks have ended today.
CREATE INDEX block_close_by_time ON block_close (at);
