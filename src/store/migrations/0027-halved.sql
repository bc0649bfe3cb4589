-- Whether the pieces of a set were broken in two, so that a day’s food counts what was eaten.
ALTER TABLE training_set ADD COLUMN halved INTEGER NOT NULL DEFAULT 0 CHECK (halved IN (0, 1));
