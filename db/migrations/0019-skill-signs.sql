CREATE TABLE skill_signs (
  id CHAR(36) CHARACTER SET ascii NOT NULL PRIMARY KEY,
  person_id CHAR(36) CHARACTER SET ascii NOT NULL,
  skill VARCHAR(40) CHARACTER SET ascii NOT NULL,
  deed ENUM('signed', 'withdrawn') NOT NULL,
  by_name VARCHAR(80) NOT NULL,
  note VARCHAR(400) NOT NULL,
  at DATETIME(3) NOT NULL,
  KEY skill_signs_by_person (person_id, at),
  CONSTRAINT skill_signs_person FOREIGN KEY (person_id) REFERENCES people (id)
) ENGINE = InnoDB
