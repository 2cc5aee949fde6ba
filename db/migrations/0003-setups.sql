CREATE TABLE setups (
  id CHAR(36) CHARACTER SET ascii NOT NULL PRIMARY KEY,
  machine_id VARCHAR(40) CHARACTER SET ascii NOT NULL,
  machine_name VARCHAR(80) NOT NULL,
  job VARCHAR(120) NOT NULL,
  part VARCHAR(120) NOT NULL,
  operation VARCHAR(120) NOT NULL,
  seq INT NOT NULL,
  signed_off BOOLEAN NOT NULL,
  steps_done INT NOT NULL,
  steps_total INT NOT NULL,
  next_offset VARCHAR(3) NULL,
  next_kind VARCHAR(10) NULL,
  snapshot LONGTEXT NOT NULL,
  opened_at DATETIME(3) NOT NULL,
  changed_at DATETIME(3) NOT NULL,
  KEY setups_running (signed_off, changed_at),
  KEY setups_by_machine (machine_id, changed_at)
) ENGINE = InnoDB
