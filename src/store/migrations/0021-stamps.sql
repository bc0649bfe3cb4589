-- Another number with every writing, so that what this process has read already need not be read again. In an index of
-- its own: beside texts of many pages it would lie behind them.
ALTER TABLE standing ADD COLUMN stamp INTEGER NOT NULL DEFAULT 0;
CREATE INDEX standing_stamps ON standing (residency_id, fold_version, holds_until, stamp);
ALTER TABLE forecast_now ADD COLUMN stamp INTEGER NOT NULL DEFAULT 0;
CREATE INDEX forecast_now_stamps ON forecast_now (residency_id, day, made_at, stamp);
