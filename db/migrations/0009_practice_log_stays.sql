-- What is in the log of practice stays as it is: what was wrong is put right by a row that says so.
CREATE TRIGGER `practice_log_stays` BEFORE UPDATE ON `practice_log`
BEGIN
  SELECT RAISE(ABORT, 'the log of practice is only added to');
END;
