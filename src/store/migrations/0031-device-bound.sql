-- What a device proves to be by: the name in the cookie it was given at its first sign-in. Null before it sent anything
-- with one, and after going back to a backup.
ALTER TABLE device ADD COLUMN bound_to TEXT;
