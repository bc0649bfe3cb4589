-- Sets of promises that a house gives under a name. A package is changed by a further version; one that is given no
-- more is closed by one, and what was promised from it stays promised.
CREATE TABLE package_version (
  id TEXT PRIMARY KEY,
  package_id TEXT NOT NULL,
  name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  days INTEGER NOT NULL CHECK (days BETWEEN 1 AND 200),
  words TEXT NOT NULL DEFAULT '',
  promises TEXT NOT NULL CHECK (json_valid(promises)),
  given INTEGER NOT NULL CHECK (given IN (0, 1)),
  at INTEGER NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX package_version_by_package ON package_version (package_id, at);

-- A draft that was discarded stays for whoever wants it back, until another takes its place.
ALTER TABLE curriculum_draft ADD COLUMN discarded INTEGER NOT NULL DEFAULT 0 CHECK (discarded IN (0, 1));
