import type { Migration } from './migration';

/** How each person likes things shown; findings a teacher overruled, with the reason. */
export const conventionsAndOverrules: Migration = {
  name: '0002-conventions-and-overrules',
  statements: [
    `ALTER TABLE people ADD COLUMN IF NOT EXISTS conventions JSON NULL`,
    `CREATE TABLE IF NOT EXISTS overrules (
      song_id CHAR(36) NOT NULL,
      key_hash CHAR(64) NOT NULL,
      finding_key VARCHAR(1000) NOT NULL,
      reason VARCHAR(300) NOT NULL,
      author_id CHAR(36) NOT NULL,
      created_at DATETIME(3) NOT NULL,
      PRIMARY KEY (song_id, key_hash),
      FOREIGN KEY (song_id) REFERENCES songs (id),
      FOREIGN KEY (author_id) REFERENCES people (id)
    )`,
  ],
};
