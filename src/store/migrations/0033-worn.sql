-- What dogs wore of late is asked for on the lead's wall: few sets name a collar, among all that there ever were.
CREATE INDEX training_set_by_collar_day ON training_set (day, at) WHERE collar IS NOT NULL;
