import type { Migration } from './migration';

/**
 * One log of all that happens in a plan, in place of the table of tries; the studio's time zone; and
 * whether a teacher's word is kept under a key of codes or still under one of words.
 */
export const events: Migration = {
  name: '0004-events',
  statements: [
    `CREATE TABLE IF NOT EXISTS events (
      number BIGINT UNSIGNED NOT NULL AUTO_INCREMENT UNIQUE,
      id CHAR(36) PRIMARY KEY,
      plan_id CHAR(36) NOT NULL,
      kind VARCHAR(20) NOT NULL,
      at DATETIME(3) NOT NULL,
      day DATE NOT NULL,
      revision INT NOT NULL,
      source ENUM('self', 'teacher') NOT NULL,
      body JSON NOT NULL,
      logged_by CHAR(36) NOT NULL,
      received_at DATETIME(3) NOT NULL,
      INDEX (plan_id, number),
      FOREIGN KEY (plan_id) REFERENCES plans (id),
      FOREIGN KEY (logged_by) REFERENCES people (id)
    )`,
    // A day was counted in UTC until now, so that is the day these were played on.
    {
      ifTable: 'tries',
      sql: `INSERT IGNORE INTO events
      (id, plan_id, kind, at, day, revision, source, body, logged_by, received_at)
      SELECT tries.id, plan_id, 'try', played_at, DATE(played_at), plans.revision, source,
        JSON_OBJECT('stepId', step_id, 'bpm', bpm, 'clean', IF(clean, TRUE, FALSE),
          'passes', passes, 'seconds', seconds),
        logged_by, received_at
      FROM tries JOIN plans ON plans.id = tries.plan_id ORDER BY received_at, played_at`,
    },
    `DROP TABLE IF EXISTS tries`,
    `ALTER TABLE studio ADD COLUMN IF NOT EXISTS time_zone VARCHAR(64) NOT NULL DEFAULT 'UTC'`,
    `ALTER TABLE overrules ADD COLUMN IF NOT EXISTS key_form TINYINT NOT NULL DEFAULT 0`,
  ],
};
