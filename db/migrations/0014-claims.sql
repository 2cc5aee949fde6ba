CREATE TABLE claims (
  setup_id CHAR(36) CHARACTER SET ascii NOT NULL,
  row_key VARCHAR(20) CHARACTER SET ascii NOT NULL,
  page_id CHAR(36) CHARACTER SET ascii NOT NULL,
  person_id CHAR(36) CHARACTER SET ascii NOT NULL,
  person_name VARCHAR(80) NOT NULL,
  device VARCHAR(80) NOT NULL,
  since DATETIME(3) NOT NULL,
  seen_at DATETIME(3) NOT NULL,
  PRIMARY KEY (setup_id, row_key),
  KEY claims_by_page (page_id),
  CONSTRAINT claims_setup FOREIGN KEY (setup_id) REFERENCES setups (id)
) ENGINE = InnoDB
