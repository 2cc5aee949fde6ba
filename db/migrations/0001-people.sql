CREATE TABLE people (
  id CHAR(36) CHARACTER SET ascii NOT NULL PRIMARY KEY,
  name VARCHAR(80) NOT NULL,
  role ENUM('setter', 'lead', 'viewer') NOT NULL,
  secret_hash VARCHAR(255) CHARACTER SET ascii NOT NULL,
  decimal_mark ENUM('.', ',') NULL,
  failed_attempts INT NOT NULL DEFAULT 0,
  locked_until DATETIME(3) NULL,
  created_at DATETIME(3) NOT NULL,
  UNIQUE KEY people_by_name (name)
) ENGINE = InnoDB
