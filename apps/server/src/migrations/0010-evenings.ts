import type { Migration } from './migration';

/** The programme of the studio's next evening. */
export const evenings: Migration = {
  name: '0010-evenings',
  statements: [
    `CREATE TABLE IF NOT EXISTS evenings (
      id CHAR(36) PRIMARY KEY,
      programme JSON NOT NULL,
      version INT NOT NULL,
      saved_by CHAR(36) NOT NULL,
      saved_at DATETIME(3) NOT NULL,
      FOREIGN KEY (saved_by) REFERENCES people (id)
    )`,
  ],
};
