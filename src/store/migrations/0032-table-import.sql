-- A table of dogs that somebody adds: dog by dog, so that it may end in the middle. What is still to come is in
-- `content` until all is in; what each row came to stands below it, with what is needed to take it back.
CREATE TABLE table_import (
  id TEXT PRIMARY KEY,
  file_name TEXT NOT NULL CHECK (length(file_name) BETWEEN 1 AND 200),
  content TEXT,
  row_count INTEGER NOT NULL CHECK (row_count > 0),
  at INTEGER NOT NULL,
  recorded_by TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX table_import_by_moment ON table_import (at);

CREATE TABLE table_import_row (
  import_id TEXT NOT NULL REFERENCES table_import (id),
  -- As a spreadsheet counts: the header is row 1.
  row_number INTEGER NOT NULL CHECK (row_number > 1),
  said TEXT NOT NULL,
  -- Why it was not added; null for one that was.
  problem TEXT,
  residency_id TEXT,
  -- The dog as it was known before, null for one that came with the row; and as the row left it.
  dog_before TEXT,
  dog_after TEXT,
  at INTEGER NOT NULL,
  taken_back_at INTEGER,
  PRIMARY KEY (import_id, row_number)
) STRICT;
