CREATE TABLE workshop_items (
  id CHAR(36) CHARACTER SET ascii NOT NULL PRIMARY KEY,
  kind ENUM('assembly', 'insert', 'gauge', 'spacer', 'tolerance') NOT NULL,
  name VARCHAR(120) NOT NULL,
  content JSON NOT NULL,
  version INT NOT NULL,
  retired_at DATETIME(3) NULL,
  changed_by VARCHAR(80) NOT NULL,
  changed_at DATETIME(3) NOT NULL,
  UNIQUE KEY workshop_items_by_name (kind, name)
) ENGINE = InnoDB
