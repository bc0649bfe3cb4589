-- Whether feet slide on the floor of a place, as somebody said who stood on it; null where nobody has.
ALTER TABLE place ADD COLUMN grip TEXT CHECK (grip IN ('good', 'poor'));
