ALTER TABLE people
  ADD COLUMN secret_state ENUM('own', 'given', 'used') NOT NULL DEFAULT 'own',
  DROP COLUMN failed_attempts,
  DROP COLUMN locked_until
