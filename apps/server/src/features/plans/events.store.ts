import type { StoredEvent } from '@harvu/contract';
import type { PlanEvent } from '@harvu/core/events';
import { DataTypes, QueryTypes, type Model, type Sequelize } from 'sequelize';
import type { Tx } from '../../platform/database';
import { fromJsonColumn } from '../../platform/json-column';

/** What is said of an event beside what every event has. */
type EventBody = Readonly<Record<string, unknown>>;

interface EventRow {
  id: string;
  plan_id: string;
  kind: PlanEvent['kind'];
  at: Date;
  day: string;
  revision: number;
  source: PlanEvent['source'];
  body: string;
  logged_by: string;
  received_at: Date;
  sent_at: Date | null;
}

interface FoundRow extends Omit<EventRow, 'body'> {
  readonly number: number | string;
  readonly body: EventBody | string;
}

/** An event with whose it is, who sent it and when it came in. */
export interface LoggedEvent {
  readonly event: PlanEvent;
  readonly planId: string;
  readonly loggedBy: string;
  readonly receivedAt: Date;
  /** What the device's clock said when it was sent; null where it did not say. */
  readonly sentAt: Date | null;
}

/** Events of a plan, the number of the last of them (0 for none), and whether there are more after it. */
export interface NumberedEvents {
  readonly events: readonly StoredEvent[];
  readonly lastEvent: number;
  readonly hasMore: boolean;
}

/** An event with the plan and the student it belongs to, and its number in the log. */
export interface LiveEvent {
  readonly number: number;
  readonly planId: string;
  readonly studentId: string;
  readonly event: StoredEvent;
}

/** As many as one answer holds; whoever needs more asks for what came after. */
const PAGE = 2000;

// A DATE read by raw SQL would come as a moment in some time zone; as text it stays the day it is.
const FOUND = `
  SELECT number, id, plan_id, kind, at, DATE_FORMAT(day, '%Y-%m-%d') AS day, revision, source, body,
    logged_by, received_at
  FROM events`;

const FOLLOWED = `
  SELECT number, events.id, plan_id, kind, at, DATE_FORMAT(day, '%Y-%m-%d') AS day,
    events.revision, source, body, logged_by, received_at, plans.student_id
  FROM events JOIN plans ON plans.id = events.plan_id`;

type Query = (where: string, values: readonly unknown[]) => Promise<readonly FoundRow[]>;

/** Keeps the log of what happened; it only ever grows. */
export function createEventsStore(sequelize: Sequelize) {
  const events = sequelize.define<Model<EventRow, EventRow>>('events', {
    id: { type: DataTypes.CHAR(36), primaryKey: true },
    plan_id: DataTypes.CHAR(36),
    kind: DataTypes.STRING(20),
    at: DataTypes.DATE(3),
    day: DataTypes.DATEONLY,
    revision: DataTypes.INTEGER,
    source: DataTypes.ENUM('self', 'teacher'),
    body: DataTypes.TEXT('long'),
    logged_by: DataTypes.CHAR(36),
    received_at: DataTypes.DATE(3),
    sent_at: DataTypes.DATE(3),
  });
  const query = (where: string, values: readonly unknown[]) =>
    sequelize.query<FoundRow>(`${FOUND} ${where} ORDER BY number`, {
      replacements: [...values],
      type: QueryTypes.SELECT,
    });
  return {
    async add(many: readonly LoggedEvent[], transaction?: Tx): Promise<void> {
      await events.bulkCreate(many.map(toRow), { transaction: transaction ?? null });
    },
    /** The events of a plan that came in after a number, a page of them. */
    async listOf(planId: string, after = 0): Promise<NumberedEvents> {
      const rows = await sequelize.query<FoundRow>(
        `${FOUND} WHERE plan_id = ? AND number > ? ORDER BY number LIMIT ${PAGE + 1}`,
        { replacements: [planId, after], type: QueryTypes.SELECT },
      );
      const page = rows.slice(0, PAGE);
      return {
        events: page.map(toEvent),
        lastEvent: Number(page.at(-1)?.number ?? after),
        hasMore: rows.length > PAGE,
      };
    },
    /** The events of several plans, by plan. */
    async listOfMany(
      planIds: readonly string[],
    ): Promise<ReadonlyMap<string, readonly StoredEvent[]>> {
      const found = new Map<string, StoredEvent[]>();
      if (planIds.length === 0) return found;
      for (const row of await query('WHERE plan_id IN (?)', [planIds])) {
        const own = found.get(row.plan_id) ?? [];
        found.set(row.plan_id, own);
        own.push(toEvent(row));
      }
      return found;
    },
    /** The number of the last event of all; 0 before the first. */
    async newest(): Promise<number> {
      const [row] = await sequelize.query<{ readonly last: number | string | null }>(
        'SELECT MAX(number) AS last FROM events',
        { type: QueryTypes.SELECT },
      );
      return Number(row?.last ?? 0);
    },
    /** The events of all plans that came in after a number, a page of them, with whose they are. */
    async after(number: number): Promise<readonly LiveEvent[]> {
      const rows = await sequelize.query<FoundRow & { readonly student_id: string }>(
        `${FOLLOWED} WHERE number > ? ORDER BY number LIMIT ${PAGE}`,
        { replacements: [number], type: QueryTypes.SELECT },
      );
      return rows.map((row) => ({
        number: Number(row.number),
        planId: row.plan_id,
        studentId: row.student_id,
        event: toEvent(row),
      }));
    },
    ...createOrigins(query),
  };
}

function toRow({ event, planId, loggedBy, receivedAt, sentAt }: LoggedEvent): EventRow {
  const { id, kind, at, day, revision, source, ...body } = event;
  return {
    id,
    kind,
    day,
    revision,
    source,
    plan_id: planId,
    at: new Date(at),
    body: JSON.stringify(body),
    logged_by: loggedBy,
    received_at: receivedAt,
    sent_at: sentAt,
  };
}

function toEvent(row: FoundRow): StoredEvent {
  const { id, kind, day, revision, source } = row;
  return {
    id,
    kind,
    at: row.at.toISOString(),
    day,
    revision,
    source,
    ...fromJsonColumn<EventBody>(row.body),
    receivedAt: row.received_at.toISOString(),
    // The log takes only what the contract knows; its form is the form it was taken in.
  } as StoredEvent;
}

/** Says where an event comes from. */
function createOrigins(query: Query) {
  return {
    /** Who says so of an event; undefined where there is no such event. */
    async sourceOf(id: string): Promise<PlanEvent['source'] | undefined> {
      const [row] = await query('WHERE id = ?', [id]);
      return row?.source;
    },
    /** The plan an event belongs to; undefined where there is no such event. */
    async planOf(id: string): Promise<string | undefined> {
      const [row] = await query('WHERE id = ?', [id]);
      return row?.plan_id;
    },
  };
}

export type EventsStore = ReturnType<typeof createEventsStore>;
