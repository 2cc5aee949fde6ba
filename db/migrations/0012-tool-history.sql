CREATE TABLE tool_history (
  entry_id CHAR(36) CHARACTER SET ascii NOT NULL,
  setup_id CHAR(36) CHARACTER SET ascii NOT NULL,
  machine_id VARCHAR(40) CHARACTER SET ascii NOT NULL,
  tool_key CHAR(64) CHARACTER SET ascii NOT NULL,
  axis CHAR(1) CHARACTER SET ascii NOT NULL,
  kind VARCHAR(12) CHARACTER SET ascii NOT NULL,
  value DOUBLE NOT NULL,
  at DATETIME(3) NOT NULL,
  PRIMARY KEY (entry_id, tool_key, axis, kind),
  KEY tool_history_by_tool (machine_id, tool_key, axis, kind, at),
  KEY tool_history_by_setup (setup_id),
  CONSTRAINT tool_history_setup FOREIGN KEY (setup_id) REFERENCES setups (id)
) ENGINE = InnoDB
