import type { Migration } from './migration';

/** People, sessions, requests, songs with their revisions, plans and tries. */
export const spine: Migration = {
  name: '0001-spine',
  statements: [
    `CREATE TABLE IF NOT EXISTS studio (
      id TINYINT PRIMARY KEY,
      name VARCHAR(80) NOT NULL,
      is_demo BOOLEAN NOT NULL
    )`,
    `CREATE TABLE IF NOT EXISTS people (
      id CHAR(36) PRIMARY KEY,
      name VARCHAR(80) NOT NULL,
      sign_in_name VARCHAR(40) NOT NULL UNIQUE,
      role ENUM('owner', 'teacher', 'student') NOT NULL,
      password_hash VARCHAR(200) NOT NULL,
      is_minor BOOLEAN NOT NULL,
      guardian VARCHAR(200) NOT NULL,
      guardian_consent_on DATE NULL,
      failed_sign_ins INT NOT NULL DEFAULT 0,
      locked_until DATETIME(3) NULL,
      created_at DATETIME(3) NOT NULL
    )`,
    `CREATE TABLE IF NOT EXISTS sessions (
      token_hash CHAR(64) PRIMARY KEY,
      person_id CHAR(36) NOT NULL,
      created_at DATETIME(3) NOT NULL,
      expires_at DATETIME(3) NOT NULL,
      INDEX (person_id),
      FOREIGN KEY (person_id) REFERENCES people (id)
    )`,
    `CREATE TABLE IF NOT EXISTS songs (
      id CHAR(36) PRIMARY KEY,
      title VARCHAR(120) NOT NULL,
      played_by VARCHAR(120) NOT NULL,
      created_by CHAR(36) NOT NULL,
      created_at DATETIME(3) NOT NULL,
      FOREIGN KEY (created_by) REFERENCES people (id)
    )`,
    `CREATE TABLE IF NOT EXISTS song_revisions (
      song_id CHAR(36) NOT NULL,
      number INT NOT NULL,
      document JSON NOT NULL,
      checksum CHAR(64) NOT NULL,
      author_id CHAR(36) NOT NULL,
      created_at DATETIME(3) NOT NULL,
      PRIMARY KEY (song_id, number),
      FOREIGN KEY (song_id) REFERENCES songs (id),
      FOREIGN KEY (author_id) REFERENCES people (id)
    )`,
    `CREATE TABLE IF NOT EXISTS requests (
      id CHAR(36) PRIMARY KEY,
      student_id CHAR(36) NOT NULL,
      title VARCHAR(120) NOT NULL,
      played_by VARCHAR(120) NOT NULL,
      why VARCHAR(500) NOT NULL,
      wanted_by DATE NULL,
      status ENUM('waiting', 'accepted', 'declined') NOT NULL,
      reason VARCHAR(500) NOT NULL,
      song_id CHAR(36) NULL,
      asked_at DATETIME(3) NOT NULL,
      INDEX (student_id),
      FOREIGN KEY (student_id) REFERENCES people (id),
      FOREIGN KEY (song_id) REFERENCES songs (id)
    )`,
    `CREATE TABLE IF NOT EXISTS plans (
      id CHAR(36) PRIMARY KEY,
      student_id CHAR(36) NOT NULL,
      song_id CHAR(36) NOT NULL,
      revision INT NOT NULL,
      assigned_by CHAR(36) NOT NULL,
      assigned_at DATETIME(3) NOT NULL,
      UNIQUE (student_id, song_id),
      FOREIGN KEY (student_id) REFERENCES people (id),
      FOREIGN KEY (song_id, revision) REFERENCES song_revisions (song_id, number),
      FOREIGN KEY (assigned_by) REFERENCES people (id)
    )`,
    `CREATE TABLE IF NOT EXISTS tries (
      id CHAR(36) PRIMARY KEY,
      plan_id CHAR(36) NOT NULL,
      step_id VARCHAR(200) NOT NULL,
      played_at DATETIME(3) NOT NULL,
      bpm DOUBLE NULL,
      clean BOOLEAN NOT NULL,
      passes INT NOT NULL,
      seconds DOUBLE NOT NULL,
      source ENUM('self', 'teacher') NOT NULL,
      logged_by CHAR(36) NOT NULL,
      received_at DATETIME(3) NOT NULL,
      INDEX (plan_id, played_at),
      FOREIGN KEY (plan_id) REFERENCES plans (id),
      FOREIGN KEY (logged_by) REFERENCES people (id)
    )`,
  ],
};
