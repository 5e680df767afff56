import type { Migration } from './migration';

/** The chords of a song that is asked for, as a teacher pasted them. */
export const requestChords: Migration = {
  name: '0009-request-chords',
  statements: [`ALTER TABLE requests ADD COLUMN IF NOT EXISTS chords TEXT NOT NULL DEFAULT ''`],
};
