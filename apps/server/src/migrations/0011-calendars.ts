import type { Migration } from './migration';

/** Whose dates another calendar may read, by the hash of a secret address. */
export const calendars: Migration = {
  name: '0011-calendars',
  statements: [
    `CREATE TABLE IF NOT EXISTS calendars (
      person_id CHAR(36) PRIMARY KEY,
      address_hash CHAR(64) NOT NULL UNIQUE,
      has_practice BOOLEAN NOT NULL,
      made_at DATETIME(3) NOT NULL,
      FOREIGN KEY (person_id) REFERENCES people (id)
    )`,
  ],
};
