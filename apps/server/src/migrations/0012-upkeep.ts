import type { Migration } from './migration';

/**
 * On which days the studio ran, and when its clock was last seen: what is kept for so long is kept for so
 * many of these; and what is announced to be erased.
 */
export const upkeep: Migration = {
  name: '0012-upkeep',
  statements: [
    `CREATE TABLE IF NOT EXISTS running_days (
      day DATE PRIMARY KEY
    )`,
    `CREATE TABLE IF NOT EXISTS clock_seen (
      id TINYINT PRIMARY KEY,
      at DATETIME(3) NOT NULL,
      jumped_at DATETIME(3) NULL,
      jumped_days INT NULL
    )`,
    `CREATE TABLE IF NOT EXISTS erasures (
      id CHAR(36) PRIMARY KEY,
      announced_on DATE NOT NULL
    )`,
  ],
};
