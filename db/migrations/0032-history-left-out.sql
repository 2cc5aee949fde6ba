ALTER TABLE tool_history
  ADD COLUMN offset_number VARCHAR(3) CHARACTER SET ascii NULL,
  ADD COLUMN of_entry CHAR(36) CHARACTER SET ascii NULL,
  ADD KEY tool_history_left_out (of_entry, axis, offset_number)
