-- In which blocks of a day signs were seen, of every dog: a dog with two of them is not worked again that day.
CREATE INDEX over_threshold_by_day ON over_threshold (day);
