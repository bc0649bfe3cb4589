-- From where somebody signed in: who guesses elsewhere does not slow them there.
ALTER TABLE signing_in ADD COLUMN network TEXT NOT NULL DEFAULT '';
CREATE INDEX signing_in_by_network ON signing_in (person_id, network, begun_at);
