ALTER TABLE practice_runs ADD COLUMN touches INT NULL
