-- How often a first rep of what is wholly there comes off in this kennel; fitted with its forgetting.
ALTER TABLE forgetting ADD COLUMN sure REAL NOT NULL DEFAULT 1;
