import type { Migration } from './migration';

/** What is known of each student; how a song and a plan are taught; a studio's own constants; plans taken back. */
export const plansByStudent: Migration = {
  name: '0003-plans-by-student',
  statements: [
    `CREATE TABLE IF NOT EXISTS student_profiles (
      person_id CHAR(36) PRIMARY KEY,
      profile JSON NOT NULL,
      version INT NOT NULL,
      saved_by CHAR(36) NOT NULL,
      saved_at DATETIME(3) NOT NULL,
      FOREIGN KEY (person_id) REFERENCES people (id),
      FOREIGN KEY (saved_by) REFERENCES people (id)
    )`,
    `CREATE TABLE IF NOT EXISTS song_teaching (
      song_id CHAR(36) PRIMARY KEY,
      teaching JSON NOT NULL,
      version INT NOT NULL,
      saved_by CHAR(36) NOT NULL,
      saved_at DATETIME(3) NOT NULL,
      FOREIGN KEY (song_id) REFERENCES songs (id),
      FOREIGN KEY (saved_by) REFERENCES people (id)
    )`,
    `ALTER TABLE plans
      ADD COLUMN IF NOT EXISTS teaching JSON NULL,
      ADD COLUMN IF NOT EXISTS figures JSON NULL,
      ADD COLUMN IF NOT EXISTS version INT NOT NULL DEFAULT 1,
      ADD COLUMN IF NOT EXISTS withdrawn_at DATETIME(3) NULL`,
    `ALTER TABLE studio ADD COLUMN IF NOT EXISTS constants JSON NULL`,
  ],
};
