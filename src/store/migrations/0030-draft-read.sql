-- What the fields of a step held when what is being typed over them was begun; null where nobody knows.
ALTER TABLE intake_draft ADD COLUMN read TEXT;
