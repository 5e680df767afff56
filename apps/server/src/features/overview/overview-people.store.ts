import { NEW_PROFILE, type Overview, type Role, type StudentProfile } from '@harvu/contract';
import type { OwnConstants } from '@harvu/core/constants';
import { USUAL_CONVENTIONS, type Conventions } from '@harvu/core/conventions';
import type { SlotOf, StudioBreak } from '@harvu/core/lessons';
import { QueryTypes, type Sequelize } from 'sequelize';
import { fromJsonColumn } from '../../platform/json-column';

interface PersonRow {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly conventions: Partial<Conventions> | string | null;
  readonly profile: StudentProfile | string | null;
}

interface StudioRow {
  readonly time_zone: string;
  readonly constants: OwnConstants | string | null;
  readonly breaks: readonly StudioBreak[] | string;
  readonly waiting: Overview['waiting'] | string | null;
}

/** Somebody of the studio, as a page that shows all of it needs them. */
export interface OverviewPerson {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly conventions: Conventions;
  readonly profile: StudentProfile;
}

/** What holds for the whole studio, and what waits in it. */
export interface OverviewStudio {
  readonly timeZone: string;
  readonly constants: OwnConstants;
  readonly breaks: readonly StudioBreak[];
  readonly waiting: Overview['waiting'];
}

const PEOPLE = `
  SELECT people.id, people.name, people.role, people.conventions, student_profiles.profile
  FROM people LEFT JOIN student_profiles ON student_profiles.person_id = people.id
  WHERE people.deactivated_at IS NULL`;

const STUDIO = `
  SELECT time_zone, constants, breaks,
    (SELECT JSON_ARRAYAGG(JSON_OBJECT('id', requests.id, 'title', title, 'studentName', people.name)
        ORDER BY asked_at)
      FROM requests JOIN people ON people.id = requests.student_id
      WHERE status = 'waiting' AND people.deactivated_at IS NULL) AS waiting
  FROM studio`;

/** The weekly slots of those who are students. */
export function slotsOf(people: readonly OverviewPerson[]): readonly SlotOf[] {
  return people
    .filter(({ role }) => role === 'student')
    .map(({ id, profile: { teacherId, lessonSlot } }) => ({
      studentId: id,
      teacherId,
      slot: lessonSlot,
    }));
}

/** Reads what a page that shows the whole studio needs, in few statements. */
export function createOverviewPeopleStore(sequelize: Sequelize) {
  async function people(id?: string): Promise<readonly OverviewPerson[]> {
    const own = id === undefined ? '' : 'AND people.id = ?';
    const rows = await sequelize.query<PersonRow>(`${PEOPLE} ${own} ORDER BY people.name`, {
      replacements: id === undefined ? [] : [id],
      type: QueryTypes.SELECT,
    });
    return rows.map(toPerson);
  }
  return {
    /** Everybody who is there, by name; one person alone where they are named. */
    people,
    /** Who comes, with their weekly slots, and who teaches. */
    async everybody(id?: string) {
      const all = await people(id);
      const named = all.map(({ id: own, name, role }) => ({ id: own, name, role }));
      return {
        slots: slotsOf(all),
        students: named.filter(({ role }) => role === 'student'),
        teachers: named.filter(({ role }) => role !== 'student'),
      };
    },
    async studio(): Promise<OverviewStudio> {
      const [row] = await sequelize.query<StudioRow>(STUDIO, { type: QueryTypes.SELECT });
      const { time_zone: timeZone = 'UTC', constants, breaks = [], waiting } = row ?? {};
      return {
        timeZone,
        constants: constants == null ? {} : fromJsonColumn(constants),
        breaks: fromJsonColumn(breaks),
        waiting: waiting == null ? [] : fromJsonColumn(waiting),
      };
    },
  };
}

function toPerson(row: PersonRow): OverviewPerson {
  const { id, name, role, conventions, profile } = row;
  return {
    id,
    name,
    role,
    conventions: {
      ...USUAL_CONVENTIONS,
      ...(conventions !== null && fromJsonColumn<Partial<Conventions>>(conventions)),
    },
    profile: {
      ...NEW_PROFILE,
      ...(profile !== null && fromJsonColumn<Partial<StudentProfile>>(profile)),
    },
  };
}

export type OverviewPeopleStore = ReturnType<typeof createOverviewPeopleStore>;
