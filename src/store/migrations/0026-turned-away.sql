-- Who was turned away, by passcode or by role: a row a person, day and reason, so that nobody fills it by trying.
CREATE TABLE turned_away (
  person_id TEXT NOT NULL REFERENCES person (id),
  day TEXT NOT NULL,
  why TEXT NOT NULL CHECK (why IN ('passcode', 'role')),
  times INTEGER NOT NULL,
  last_at INTEGER NOT NULL,
  -- The last: the network it was tried from, or the address that was asked for.
  place TEXT NOT NULL,
  PRIMARY KEY (person_id, day, why)
) STRICT;
CREATE INDEX turned_away_day ON turned_away (day);
