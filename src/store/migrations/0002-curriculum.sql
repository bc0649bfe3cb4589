-- The curriculum is data: every version is kept as it was published, and never changed.
CREATE TABLE curriculum (
  id TEXT NOT NULL,
  version INTEGER NOT NULL CHECK (version >= 1),
  text TEXT NOT NULL CHECK (json_valid(text)),
  made_at INTEGER NOT NULL,
  made_by TEXT REFERENCES person (id),
  PRIMARY KEY (id, version)
) STRICT;

CREATE INDEX residency_by_curriculum ON residency (curriculum_id, curriculum_version);

-- The one draft being edited; it becomes a version when it is published.
CREATE TABLE curriculum_draft (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  based_on TEXT NOT NULL,
  text TEXT NOT NULL,
  -- Raised with every save, so that two people editing at once are told.
  revision INTEGER NOT NULL,
  changed_at INTEGER NOT NULL
) STRICT;

-- A residency moved to another version: what was recorded before keeps the version it was made under.
CREATE TABLE curriculum_move (
  id TEXT PRIMARY KEY,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  curriculum_id TEXT NOT NULL,
  curriculum_version INTEGER NOT NULL,
  at INTEGER NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id),
  FOREIGN KEY (curriculum_id, curriculum_version) REFERENCES curriculum (id, version)
) STRICT;
CREATE INDEX curriculum_move_by_residency ON curriculum_move (residency_id, at);

-- The house's method: each change of a setting is a fact with its date.
CREATE TABLE method_change (
  id TEXT PRIMARY KEY,
  row TEXT NOT NULL,
  option TEXT NOT NULL,
  at INTEGER NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX method_change_by_time ON method_change (at);

-- What was tried when a dog was stuck, and how it went.
CREATE TABLE tried (
  id TEXT PRIMARY KEY,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  rung_id TEXT NOT NULL,
  what TEXT NOT NULL CHECK (length(what) BETWEEN 1 AND 80),
  went TEXT NOT NULL CHECK (went IN ('better', 'same', 'worse')),
  note TEXT NOT NULL DEFAULT '' CHECK (length(note) <= 400),
  at INTEGER NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX tried_by_residency ON tried (residency_id, at);

CREATE TABLE note (
  id TEXT PRIMARY KEY,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  command TEXT,
  text TEXT NOT NULL CHECK (length(text) BETWEEN 1 AND 400),
  at INTEGER NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX note_by_residency ON note (residency_id, at);

-- The forgetting model, derived from all refreshers and fitted anew now and then.
CREATE TABLE forgetting (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  first_half_life_days REAL NOT NULL CHECK (first_half_life_days > 0),
  clean_factor REAL NOT NULL CHECK (clean_factor >= 1),
  failed_factor REAL NOT NULL CHECK (failed_factor > 0 AND failed_factor <= 1),
  source TEXT NOT NULL CHECK (source IN ('house', 'own')),
  refreshers INTEGER NOT NULL,
  clean INTEGER NOT NULL,
  fitted_at INTEGER NOT NULL
) STRICT;

-- What of the dog itself changes its ladder, as core/dog/traits describes it.
ALTER TABLE dog ADD COLUMN traits TEXT NOT NULL DEFAULT '{"deaf":false,"blind":false,"stiff":false,"giant":false,"shy":false,"fond":false,"anxious":false,"toys":false,"puller":false,"bornOn":null}' CHECK (json_valid(traits));
ALTER TABLE promise ADD COLUMN level INTEGER NOT NULL DEFAULT 0 CHECK (level BETWEEN 0 AND 5);
-- Beside heat and minutes in, what flatters or spoils a comparison of kit.
ALTER TABLE training_set ADD COLUMN exercise_minutes_ago REAL CHECK (exercise_minutes_ago >= 0);
-- A correction: this fact stands for another one that was taken back.
ALTER TABLE training_set ADD COLUMN replaces TEXT;
ALTER TABLE rep ADD COLUMN replaces TEXT;

-- Version 1 was never kept as data. Version 2 has every rung of it with the same rules and more commands, so residencies
-- begun on 1 go on with 2.
UPDATE residency SET curriculum_version = 2 WHERE curriculum_id = 'house' AND curriculum_version = 1;
