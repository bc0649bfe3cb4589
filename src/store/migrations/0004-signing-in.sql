-- Who may come in. A person without a passcode works here and cannot sign in.
ALTER TABLE person ADD COLUMN passcode TEXT;

-- What cookies are sealed with: made once for this kennel, never leaving it.
CREATE TABLE secret (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  cookie TEXT NOT NULL CHECK (length(cookie) >= 32)
) STRICT;
INSERT INTO secret VALUES (1, lower(hex(randomblob(32))));

CREATE TABLE signing_in (
  id TEXT PRIMARY KEY,
  person_id TEXT NOT NULL REFERENCES person (id),
  begun_at INTEGER NOT NULL,
  seen_at INTEGER NOT NULL,
  ended_at INTEGER
) STRICT;
CREATE INDEX signing_in_by_person ON signing_in (person_id, ended_at);

-- Wrong passcodes, by person and by address.
CREATE TABLE wrong_passcode (
  key TEXT NOT NULL,
  at INTEGER NOT NULL
) STRICT;
CREATE INDEX wrong_passcode_by_key ON wrong_passcode (key, at);
