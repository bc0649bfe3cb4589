-- What cookies are sealed with lies in a file beside the database from now on; what was here opens nothing any more.
DROP TABLE secret;
