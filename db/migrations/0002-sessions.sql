CREATE TABLE sessions (
  token_hash CHAR(64) CHARACTER SET ascii NOT NULL PRIMARY KEY,
  person_id CHAR(36) CHARACTER SET ascii NOT NULL,
  created_at DATETIME(3) NOT NULL,
  expires_at DATETIME(3) NOT NULL,
  KEY sessions_by_expiry (expires_at),
  CONSTRAINT sessions_person FOREIGN KEY (person_id) REFERENCES people (id)
) ENGINE = InnoDB
