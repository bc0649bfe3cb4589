-- What nobody said is null. A record of leash pressure, and the help of a helped rep, were filled in by the program
-- where nobody had said more; what a person said replaced that, as a fact of its own in the other's stead.
CREATE TABLE correction_said (
  id TEXT PRIMARY KEY REFERENCES fact (id),
  residency_id TEXT NOT NULL,
  block_id TEXT NOT NULL,
  command TEXT NOT NULL,
  device_used TEXT,
  reason TEXT,
  asked_first INTEGER CHECK (asked_first IN (0, 1)),
  effect TEXT,
  recorded_by TEXT NOT NULL REFERENCES person (id),
  day TEXT NOT NULL,
  device TEXT NOT NULL,
  seq INTEGER NOT NULL,
  at INTEGER NOT NULL
) STRICT;
INSERT INTO correction_said
SELECT id, residency_id, block_id, command,
  CASE WHEN stead THEN device_used END,
  CASE WHEN stead AND reason <> 'pulled' THEN reason END,
  CASE WHEN stead AND asked_first <> 1 THEN asked_first END,
  CASE WHEN stead AND effect <> 'gave at once' THEN effect END,
  recorded_by, day, device, seq, at
FROM (
  SELECT c.rowid AS n, c.*, EXISTS (
    SELECT 1 FROM fact f JOIN voided v ON v.id = f.id
    WHERE f.device = c.device AND f.seq = c.seq - 1 AND f.kind = 'voided' AND v.reason = 'said more exactly'
  ) AS stead
  FROM correction c
) ORDER BY n;
DROP TABLE correction;
ALTER TABLE correction_said RENAME TO correction;
CREATE INDEX correction_by_residency ON correction (residency_id, at);

UPDATE rep SET prompt = NULL WHERE outcome = 'helped' AND replaces IS NULL AND prompt IS NOT NULL;
