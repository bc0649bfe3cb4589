-- What ten pieces of a feed weigh, where nobody knows the energy of one: what is paid with it is counted all the same.
ALTER TABLE feed ADD COLUMN ten_pieces_g REAL CHECK (ten_pieces_g > 0);
-- What a cup of a feed weighs, for a house that scoops it.
ALTER TABLE feed ADD COLUMN cup_g REAL CHECK (cup_g > 0);
