-- What was said of a dog first on a day, as it was said: never changed, and held against what happened.
CREATE TABLE forecast (
  residency_id TEXT NOT NULL REFERENCES residency (id),
  day TEXT NOT NULL,
  made_at INTEGER NOT NULL,
  model INTEGER NOT NULL,
  digest TEXT NOT NULL,
  -- JSON: core/forecast/forecast says of what shape.
  told TEXT NOT NULL,
  -- What two simpler figures said of the same evening: reps to go over reps the days allow, and a straight line.
  by_ratio REAL NOT NULL CHECK (by_ratio BETWEEN 0 AND 1),
  by_line REAL NOT NULL CHECK (by_line BETWEEN 0 AND 1),
  PRIMARY KEY (residency_id, day)
) STRICT;

-- What is said of it now; derived, and made again when facts come.
CREATE TABLE forecast_now (
  residency_id TEXT PRIMARY KEY REFERENCES residency (id),
  day TEXT NOT NULL,
  made_at INTEGER NOT NULL,
  told TEXT NOT NULL
) STRICT;

-- What came of it, on the last evening: the day on which everything promised was met, and each promised rung's own.
CREATE TABLE forecast_outcome (
  residency_id TEXT PRIMARY KEY REFERENCES residency (id),
  ready_on TEXT,
  last_evening TEXT NOT NULL,
  -- JSON: rung to day, or null.
  rungs TEXT NOT NULL,
  at INTEGER NOT NULL
) STRICT;

CREATE INDEX forecast_outcome_by_evening ON forecast_outcome (last_evening);

-- Dogs of which something a forecast rests on has changed since it was made; `turn` tells whether it has again.
CREATE TABLE forecast_due (
  residency_id TEXT PRIMARY KEY,
  turn INTEGER NOT NULL DEFAULT 1
) STRICT;
INSERT INTO forecast_due (residency_id) SELECT residency_id FROM standing;
CREATE TRIGGER forecast_due_standing_new AFTER INSERT ON standing BEGIN
  INSERT INTO forecast_due (residency_id) VALUES (new.residency_id) ON CONFLICT (residency_id) DO UPDATE SET turn = turn + 1;
END;
CREATE TRIGGER forecast_due_standing AFTER UPDATE ON standing BEGIN
  INSERT INTO forecast_due (residency_id) VALUES (new.residency_id) ON CONFLICT (residency_id) DO UPDATE SET turn = turn + 1;
END;
CREATE TRIGGER forecast_due_stay AFTER UPDATE OF leaves_on, arrives_on ON residency BEGIN
  INSERT INTO forecast_due (residency_id) VALUES (new.id) ON CONFLICT (residency_id) DO UPDATE SET turn = turn + 1;
END;
CREATE TRIGGER forecast_due_promise AFTER INSERT ON promise BEGIN
  INSERT INTO forecast_due (residency_id) VALUES (new.residency_id) ON CONFLICT (residency_id) DO UPDATE SET turn = turn + 1;
END;
CREATE TRIGGER forecast_due_promise_gone AFTER DELETE ON promise BEGIN
  INSERT INTO forecast_due (residency_id) VALUES (old.residency_id) ON CONFLICT (residency_id) DO UPDATE SET turn = turn + 1;
END;
CREATE TRIGGER forecast_due_pause AFTER INSERT ON pause BEGIN
  INSERT INTO forecast_due (residency_id) VALUES (new.residency_id) ON CONFLICT (residency_id) DO UPDATE SET turn = turn + 1;
END;
CREATE TRIGGER forecast_due_pause_ended AFTER UPDATE ON pause BEGIN
  INSERT INTO forecast_due (residency_id) VALUES (new.residency_id) ON CONFLICT (residency_id) DO UPDATE SET turn = turn + 1;
END;

-- What this kennel has learned from dogs that went home, and what it began with where that is another kennel's.
CREATE TABLE learned (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  -- JSON: core/forecast/learned says of what shape.
  learned TEXT NOT NULL,
  at INTEGER NOT NULL
) STRICT;
CREATE TABLE learned_elsewhere (
  id TEXT PRIMARY KEY,
  -- JSON; empty for what is shipped.
  rates TEXT NOT NULL,
  from_whom TEXT NOT NULL,
  at INTEGER NOT NULL,
  by TEXT NOT NULL REFERENCES person (id)
) STRICT;

-- What a person made of a week's report: the texts as the owner is to read them; the newest of a week counts.
CREATE TABLE report_change (
  id TEXT PRIMARY KEY,
  residency_id TEXT NOT NULL REFERENCES residency (id),
  change TEXT NOT NULL,
  at INTEGER NOT NULL,
  by TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX report_change_by_residency ON report_change (residency_id, at);
