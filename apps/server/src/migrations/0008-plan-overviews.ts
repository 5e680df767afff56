import type { Migration } from './migration';

/** How plans stood when they were looked over last, so that a restart works nothing out twice; it may be emptied at any time. */
export const planOverviews: Migration = {
  name: '0008-plan-overviews',
  statements: [
    `CREATE TABLE IF NOT EXISTS plan_overviews (
      plan_id CHAR(36) NOT NULL,
      names VARCHAR(16) NOT NULL,
      mark CHAR(40) NOT NULL,
      overview MEDIUMTEXT NOT NULL,
      PRIMARY KEY (plan_id, names),
      FOREIGN KEY (plan_id) REFERENCES plans (id) ON DELETE CASCADE
    )`,
  ],
};
