import type { PlanOverview } from '@harvu/core/standing';
import { QueryTypes, type Sequelize } from 'sequelize';

/** How a plan stands, as somebody calls its chords. */
export interface KeptOverview {
  readonly planId: string;
  readonly names: string;
  /** What it was worked out from; it holds while that is so. */
  readonly mark: string;
  readonly overview: PlanOverview;
}

interface KeptRow {
  readonly plan_id: string;
  readonly mark: string;
  readonly overview: string;
}

/** As many as one statement carries easily. */
const AT_ONCE = 50;

/** Keeps how plans stood when they were looked over last: nothing that could not be worked out again. */
export function createOverviewsStore(sequelize: Sequelize) {
  return {
    /** Those of some plans that are kept, whatever mark they have. */
    async findOf(planIds: readonly string[], names: string): Promise<readonly KeptOverview[]> {
      if (planIds.length === 0) return [];
      const rows = await sequelize.query<KeptRow>(
        'SELECT plan_id, mark, overview FROM plan_overviews WHERE names = ? AND plan_id IN (?)',
        { replacements: [names, [...planIds]], type: QueryTypes.SELECT },
      );
      return rows.map(({ plan_id: planId, mark, overview }) => ({
        planId,
        names,
        mark,
        overview: JSON.parse(overview) as PlanOverview,
      }));
    },
    /** Keeps them in place of what was kept of the same plans; a plan that is gone meanwhile is passed over. */
    async put(all: readonly KeptOverview[]): Promise<void> {
      for (let at = 0; at < all.length; at += AT_ONCE) {
        const rows = all
          .slice(at, at + AT_ONCE)
          .map(({ planId, names, mark, overview }) => [
            ...[planId, names, mark, JSON.stringify(overview)],
          ]);
        await sequelize.query(
          `INSERT IGNORE INTO plan_overviews (plan_id, names, mark, overview)
            VALUES ${rows.map(() => '(?)').join(', ')}
            ON DUPLICATE KEY UPDATE mark = VALUES(mark), overview = VALUES(overview)`,
          { replacements: rows },
        );
      }
    },
  };
}

export type OverviewsStore = ReturnType<typeof createOverviewsStore>;
