CREATE TABLE machines (
  id VARCHAR(40) CHARACTER SET ascii NOT NULL PRIMARY KEY,
  name VARCHAR(80) NOT NULL,
  profile JSON NOT NULL,
  changed_at DATETIME(3) NOT NULL,
  KEY machines_by_name (name)
) ENGINE = InnoDB
