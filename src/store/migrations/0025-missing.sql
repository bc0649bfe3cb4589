-- Who was signed in when a fact came, beside who it says made it; and whether its day is not sure, or lies outside the
-- stay of its dog.
ALTER TABLE fact ADD COLUMN sent_by TEXT;
ALTER TABLE fact ADD COLUMN unsure INTEGER NOT NULL DEFAULT 0;
-- Facts that were refused: their numbers are not missing, and why is known here too.
CREATE TABLE refused_fact (
  device TEXT NOT NULL,
  seq INTEGER NOT NULL,
  reason TEXT NOT NULL,
  at INTEGER NOT NULL,
  PRIMARY KEY (device, seq)
) STRICT;
