-- How far the facts are that a standing was folded from: what comes after goes onto it, anything else folds it anew.
ALTER TABLE standing ADD COLUMN mark TEXT NOT NULL DEFAULT '';
