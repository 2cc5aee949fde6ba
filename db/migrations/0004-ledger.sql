CREATE TABLE ledger (
  setup_id CHAR(36) CHARACTER SET ascii NOT NULL,
  seq INT NOT NULL,
  id CHAR(36) CHARACTER SET ascii NOT NULL,
  machine_id VARCHAR(40) CHARACTER SET ascii NOT NULL,
  kind VARCHAR(40) CHARACTER SET ascii NOT NULL,
  version INT NOT NULL,
  base INT NOT NULL,
  person_id CHAR(36) CHARACTER SET ascii NOT NULL,
  person_name VARCHAR(80) NOT NULL,
  device VARCHAR(80) NOT NULL,
  recorded_at DATETIME(3) NOT NULL,
  payload JSON NOT NULL,
  PRIMARY KEY (setup_id, seq),
  UNIQUE KEY ledger_by_id (id),
  KEY ledger_by_machine (machine_id, recorded_at, setup_id, seq),
  CONSTRAINT ledger_setup FOREIGN KEY (setup_id) REFERENCES setups (id)
) ENGINE = InnoDB
