CREATE TABLE sign_in_counts (
  name_key CHAR(64) CHARACTER SET ascii NOT NULL,
  device_key CHAR(64) CHARACTER SET ascii NOT NULL,
  failed INT NOT NULL,
  locked_until DATETIME(3) NULL,
  checking_until DATETIME(3) NULL,
  counted_at DATETIME(3) NOT NULL,
  PRIMARY KEY (name_key, device_key),
  KEY sign_in_counts_by_time (counted_at)
) ENGINE = InnoDB
