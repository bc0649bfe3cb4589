-- Whether a device, once it is locked, goes on showing the wall: a tablet that hangs there. The newest holds.
CREATE TABLE wall_tablet (
  id TEXT NOT NULL PRIMARY KEY,
  device TEXT NOT NULL,
  shows INTEGER NOT NULL CHECK (shows IN (0, 1)),
  at INTEGER NOT NULL,
  by TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX wall_tablet_by_device ON wall_tablet (device, at);
