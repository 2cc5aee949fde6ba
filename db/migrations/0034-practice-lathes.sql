CREATE TABLE practice_lathes (
  id CHAR(36) CHARACTER SET ascii NOT NULL PRIMARY KEY,
  person_id CHAR(36) CHARACTER SET ascii NOT NULL,
  exercise VARCHAR(60) CHARACTER SET ascii NOT NULL,
  seed INT NOT NULL,
  drawn_at DATETIME(3) NOT NULL,
  KEY practice_lathes_by_person (person_id, drawn_at),
  CONSTRAINT practice_lathes_person FOREIGN KEY (person_id) REFERENCES people (id) ON DELETE CASCADE
) ENGINE = InnoDB
