-- One command may be promised on more than one of its runs: so long a stay, and so far away.
CREATE TABLE promise_by_rung (
  residency_id TEXT NOT NULL REFERENCES residency (id),
  command TEXT NOT NULL,
  rung_id TEXT NOT NULL,
  level INTEGER NOT NULL DEFAULT 0 CHECK (level BETWEEN 0 AND 5),
  places INTEGER NOT NULL CHECK (places BETWEEN 1 AND 12),
  people INTEGER NOT NULL CHECK (people BETWEEN 1 AND 12),
  PRIMARY KEY (residency_id, rung_id)
) STRICT;
INSERT INTO promise_by_rung (residency_id, command, rung_id, level, places, people) SELECT residency_id, command, rung_id, level, places, people FROM promise;
DROP TABLE promise;
ALTER TABLE promise_by_rung RENAME TO promise;
