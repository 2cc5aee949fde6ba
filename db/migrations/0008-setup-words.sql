CREATE TABLE setup_words (
  opened_at DATETIME(3) NOT NULL,
  setup_id CHAR(36) CHARACTER SET ascii NOT NULL,
  machine_id VARCHAR(40) CHARACTER SET ascii NOT NULL,
  words TEXT CHARACTER SET ascii NOT NULL,
  PRIMARY KEY (opened_at, setup_id),
  UNIQUE KEY setup_words_by_setup (setup_id),
  FULLTEXT KEY setup_words_by_word (words),
  CONSTRAINT setup_words_setup FOREIGN KEY (setup_id) REFERENCES setups (id)
) ENGINE = InnoDB
