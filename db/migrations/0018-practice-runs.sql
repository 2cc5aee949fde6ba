CREATE TABLE practice_runs (
  id CHAR(36) CHARACTER SET ascii NOT NULL PRIMARY KEY,
  person_id CHAR(36) CHARACTER SET ascii NOT NULL,
  exercise VARCHAR(60) CHARACTER SET ascii NOT NULL,
  skill VARCHAR(40) CHARACTER SET ascii NOT NULL,
  title VARCHAR(120) NOT NULL,
  depth VARCHAR(10) CHARACTER SET ascii NOT NULL,
  seed INT NOT NULL,
  reached BOOLEAN NOT NULL,
  seconds INT NOT NULL,
  acts INT NOT NULL,
  hints INT NOT NULL,
  slips VARCHAR(1000) CHARACTER SET ascii NOT NULL,
  debrief LONGTEXT NOT NULL,
  run LONGTEXT NOT NULL,
  ended_at DATETIME(3) NOT NULL,
  KEY practice_runs_by_person (person_id, ended_at),
  CONSTRAINT practice_runs_person FOREIGN KEY (person_id) REFERENCES people (id)
) ENGINE = InnoDB
