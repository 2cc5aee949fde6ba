ALTER TABLE setups
  ADD COLUMN follows CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL,
  ADD INDEX setups_follows (follows)
