CREATE TABLE known_devices (
  device_key CHAR(64) CHARACTER SET ascii NOT NULL,
  person_id CHAR(36) CHARACTER SET ascii NOT NULL,
  seen_at DATETIME(3) NOT NULL,
  PRIMARY KEY (device_key, person_id),
  KEY known_devices_by_time (seen_at),
  CONSTRAINT known_devices_person FOREIGN KEY (person_id) REFERENCES people (id)
) ENGINE = InnoDB
