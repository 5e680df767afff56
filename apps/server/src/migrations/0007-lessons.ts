import type { Migration } from './migration';

/** What is kept of single lessons, messages about them, days off, and events as a page that is open asks for them. */
export const lessons: Migration = {
  name: '0007-lessons',
  statements: [
    `CREATE TABLE IF NOT EXISTS lessons (
      id CHAR(36) PRIMARY KEY,
      student_id CHAR(36) NOT NULL,
      teacher_id CHAR(36) NULL,
      slot_day DATE NULL,
      day DATE NOT NULL,
      time CHAR(5) NOT NULL,
      minutes SMALLINT UNSIGNED NOT NULL,
      state ENUM('planned', 'held', 'missed') NOT NULL,
      notes JSON NULL,
      version INT UNSIGNED NOT NULL,
      saved_by CHAR(36) NOT NULL,
      saved_at DATETIME(3) NOT NULL,
      INDEX (day),
      INDEX (slot_day),
      INDEX (student_id, day),
      FOREIGN KEY (student_id) REFERENCES people (id),
      FOREIGN KEY (teacher_id) REFERENCES people (id),
      FOREIGN KEY (saved_by) REFERENCES people (id)
    )`,
    `CREATE TABLE IF NOT EXISTS mails (
      id CHAR(36) PRIMARY KEY,
      lesson_id CHAR(36) NOT NULL,
      student_id CHAR(36) NOT NULL,
      to_name VARCHAR(200) NOT NULL,
      to_address VARCHAR(200) NOT NULL,
      subject VARCHAR(200) NOT NULL,
      words TEXT NOT NULL,
      written_at DATETIME(3) NOT NULL,
      UNIQUE (lesson_id, to_name),
      FOREIGN KEY (lesson_id) REFERENCES lessons (id) ON DELETE CASCADE,
      FOREIGN KEY (student_id) REFERENCES people (id)
    )`,
    `ALTER TABLE studio ADD COLUMN IF NOT EXISTS breaks TEXT NOT NULL DEFAULT '[]'`,
  ],
};
