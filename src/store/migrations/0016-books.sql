-- What was put right or changed in the books about a dog and its residency: what it was before stays known. `of` names
-- the command of a cue word; a word that was only spelled otherwise begins nothing anew.
CREATE TABLE book_change (
  id TEXT PRIMARY KEY,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  dog_id TEXT NOT NULL REFERENCES dog (id),
  what TEXT NOT NULL CHECK (what IN ('name', 'owner', 'run', 'arrives', 'release', 'marker', 'word', 'spelling')),
  of TEXT NOT NULL DEFAULT '',
  was TEXT NOT NULL,
  becomes TEXT NOT NULL,
  at INTEGER NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX book_change_by_dog ON book_change (dog_id, at);
CREATE INDEX handoff_by_residency ON handoff (residency_id, changed_at);
