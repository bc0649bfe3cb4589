-- Where a dog is shown to its owner, once that is said with the booking; and how many demonstrations a location takes
-- at the same time. A demonstration without a location takes up none.
ALTER TABLE handoff ADD COLUMN place_id TEXT REFERENCES place (id);
ALTER TABLE handoff_event ADD COLUMN place_id TEXT REFERENCES place (id);
ALTER TABLE place ADD COLUMN demonstrations_at_once INTEGER NOT NULL DEFAULT 1
  CHECK (demonstrations_at_once BETWEEN 1 AND 20);
CREATE INDEX handoff_by_place ON handoff (place_id, status, from_at);

-- Most are there at once as one of them begins: it is enough to count at these moments.
CREATE TRIGGER handoff_place_never_overfull_on_insert BEFORE INSERT ON handoff
WHEN NEW.status = 'confirmed' AND NEW.place_id IS NOT NULL AND EXISTS (
  SELECT 1 FROM (
    SELECT NEW.from_at AS moment
    UNION SELECT h.from_at FROM handoff h
      WHERE h.id <> NEW.id AND h.status = 'confirmed' AND h.place_id = NEW.place_id
        AND h.from_at > NEW.from_at AND h.from_at < NEW.to_at) m
  WHERE (SELECT count(*) FROM handoff h
      WHERE h.id <> NEW.id AND h.status = 'confirmed' AND h.place_id = NEW.place_id
        AND h.from_at <= m.moment AND m.moment < h.to_at)
    >= (SELECT p.demonstrations_at_once FROM place p WHERE p.id = NEW.place_id))
BEGIN SELECT RAISE(ABORT, 'this location is taken then'); END;

CREATE TRIGGER handoff_place_never_overfull_on_update BEFORE UPDATE ON handoff
WHEN NEW.status = 'confirmed' AND NEW.place_id IS NOT NULL AND EXISTS (
  SELECT 1 FROM (
    SELECT NEW.from_at AS moment
    UNION SELECT h.from_at FROM handoff h
      WHERE h.id <> NEW.id AND h.status = 'confirmed' AND h.place_id = NEW.place_id
        AND h.from_at > NEW.from_at AND h.from_at < NEW.to_at) m
  WHERE (SELECT count(*) FROM handoff h
      WHERE h.id <> NEW.id AND h.status = 'confirmed' AND h.place_id = NEW.place_id
        AND h.from_at <= m.moment AND m.moment < h.to_at)
    >= (SELECT p.demonstrations_at_once FROM place p WHERE p.id = NEW.place_id))
BEGIN SELECT RAISE(ABORT, 'this location is taken then'); END;
