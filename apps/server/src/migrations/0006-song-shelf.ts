import type { Migration } from './migration';

/** Words by which a song is found again, and where it lies: at hand, put away, or deleted and kept for a while. */
export const songShelf: Migration = {
  name: '0006-song-shelf',
  statements: [
    `ALTER TABLE songs
      ADD COLUMN IF NOT EXISTS tags TEXT NOT NULL DEFAULT '[]',
      ADD COLUMN IF NOT EXISTS place ENUM('here', 'away', 'deleted') NOT NULL DEFAULT 'here',
      ADD COLUMN IF NOT EXISTS moved_at DATETIME(3) NULL`,
  ],
};
