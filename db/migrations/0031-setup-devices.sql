CREATE TABLE setup_devices (
  setup_id CHAR(36) CHARACTER SET ascii NOT NULL,
  device_id CHAR(36) CHARACTER SET ascii NOT NULL,
  person_id CHAR(36) CHARACTER SET ascii NOT NULL,
  person_name VARCHAR(80) NOT NULL,
  device VARCHAR(80) NOT NULL,
  is_open TINYINT(1) NOT NULL,
  waiting INT NOT NULL,
  opened_at DATETIME(3) NOT NULL,
  heard_at DATETIME(3) NOT NULL,
  PRIMARY KEY (setup_id, device_id),
  CONSTRAINT setup_devices_setup FOREIGN KEY (setup_id) REFERENCES setups (id)
) ENGINE = InnoDB
