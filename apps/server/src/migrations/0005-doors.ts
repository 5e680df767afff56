import type { Migration } from './migration';

/**
 * How often a door was tried; what time both clocks said of an event; accounts that are put away, with
 * a second factor, and sessions one can tell apart; who did what; and who consented to what, when.
 */
export const doors: Migration = {
  name: '0005-doors',
  statements: [
    `CREATE TABLE IF NOT EXISTS attempts (
      door CHAR(64) PRIMARY KEY,
      count INT NOT NULL,
      until DATETIME(3) NOT NULL,
      INDEX (until)
    )`,
    `CREATE TABLE IF NOT EXISTS heartbeat (
      id TINYINT PRIMARY KEY,
      at DATETIME(3) NOT NULL
    )`,
    `ALTER TABLE events ADD COLUMN IF NOT EXISTS sent_at DATETIME(3) NULL`,
    `ALTER TABLE studio
      ADD COLUMN IF NOT EXISTS constants_version INT NOT NULL DEFAULT 0,
      ADD COLUMN IF NOT EXISTS idle_minutes INT NOT NULL DEFAULT 10080,
      ADD COLUMN IF NOT EXISTS keep_log_days INT NOT NULL DEFAULT 365,
      ADD COLUMN IF NOT EXISTS keep_put_away_days INT NOT NULL DEFAULT 0`,
    `ALTER TABLE people
      ADD COLUMN IF NOT EXISTS deactivated_at DATETIME(3) NULL,
      ADD COLUMN IF NOT EXISTS second_factor VARCHAR(200) NULL,
      ADD COLUMN IF NOT EXISTS second_factor_step BIGINT NULL,
      ADD COLUMN IF NOT EXISTS recovery_codes TEXT NULL,
      DROP COLUMN IF EXISTS failed_sign_ins,
      DROP COLUMN IF EXISTS locked_until`,
    `ALTER TABLE sessions
      ADD COLUMN IF NOT EXISTS id CHAR(36) NULL,
      ADD COLUMN IF NOT EXISTS seen_at DATETIME(3) NULL,
      ADD COLUMN IF NOT EXISTS confirmed_at DATETIME(3) NULL,
      ADD COLUMN IF NOT EXISTS device VARCHAR(60) NOT NULL DEFAULT 'a device'`,
    `UPDATE sessions SET id = UUID() WHERE id IS NULL`,
    `UPDATE sessions SET seen_at = created_at WHERE seen_at IS NULL`,
    `UPDATE sessions SET confirmed_at = created_at WHERE confirmed_at IS NULL`,
    `ALTER TABLE sessions
      MODIFY id CHAR(36) NOT NULL,
      MODIFY seen_at DATETIME(3) NOT NULL,
      MODIFY confirmed_at DATETIME(3) NOT NULL`,
    `CREATE TABLE IF NOT EXISTS acts (
      number BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
      at DATETIME(3) NOT NULL,
      person_id CHAR(36) NULL,
      act VARCHAR(40) NOT NULL,
      about_id CHAR(36) NULL,
      INDEX (at)
    )`,
    `CREATE TABLE IF NOT EXISTS consents (
      number BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
      person_id CHAR(36) NOT NULL,
      guardian VARCHAR(200) NOT NULL,
      consent_on DATE NULL,
      recorded_by CHAR(36) NULL,
      recorded_at DATETIME(3) NOT NULL,
      INDEX (person_id)
    )`,
  ],
};
