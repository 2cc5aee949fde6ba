CREATE TABLE uploads (
  kind ENUM('program', 'photo') NOT NULL,
  fingerprint CHAR(64) CHARACTER SET ascii NOT NULL,
  person_id CHAR(36) CHARACTER SET ascii NOT NULL,
  bytes INT NOT NULL,
  stored_at DATETIME(3) NOT NULL,
  used_at DATETIME(3) NULL,
  PRIMARY KEY (kind, fingerprint, person_id),
  KEY uploads_by_person (person_id, stored_at),
  KEY uploads_unused (used_at, stored_at)
) ENGINE = InnoDB
