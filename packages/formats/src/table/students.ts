import type { Day } from '@harvu/core/day';
import type { WeeklySlot } from '@harvu/core/lessons';
import { cellOf, type TableColumns, type TableField } from './read';
import { readDays, readTime, readWeekday, readYes } from './values';

/** What a table of students may say of each. */
export const STUDENT_FIELDS = [
  {
    name: 'name',
    words: [
      'name',
      'student',
      'called',
      'full name',
      'Schüler',
      'Schülerin',
      'nom',
      'leerling',
      'nombre',
    ],
  },
  {
    name: 'lastName',
    words: ['last name', 'surname', 'family name', 'Nachname', 'achternaam', 'apellido'],
  },
  { name: 'signIn', words: ['sign-in name', 'sign in', 'login', 'user', 'username', 'Benutzer'] },
  { name: 'age', words: ['age', 'age band', 'years', 'Alter', 'leeftijd', 'edad', 'âge'] },
  { name: 'minor', words: ['minor', 'child', 'under 18', 'minderjährig', 'minderjarig'] },
  {
    name: 'guardian',
    words: ['guardian', 'parent', 'parents', 'mother', 'father', 'Eltern', 'ouder', 'contact'],
  },
  {
    name: 'consent',
    words: ['guardian consent on', 'consent', 'consent on', 'Einwilligung', 'toestemming'],
  },
  {
    name: 'weekday',
    words: ['lesson weekday', 'weekday', 'day', 'lesson day', 'Tag', 'Wochentag', 'dag', 'jour'],
  },
  {
    name: 'time',
    words: ['lesson time', 'time', 'at', 'Uhrzeit', 'Zeit', 'tijd', 'heure', 'hora'],
  },
  {
    name: 'minutes',
    words: ['lesson minutes', 'minutes', 'min', 'length', 'duration', 'Minuten', 'Dauer'],
  },
  { name: 'instrument', words: ['instrument', 'guitar', 'Gitarre', 'gitaar'] },
] as const satisfies readonly TableField[];

export type StudentField = (typeof STUDENT_FIELDS)[number]['name'];

/** A student as a table says. */
export interface TableStudent {
  readonly name: string;
  readonly signInName: string;
  readonly isMinor: boolean;
  readonly guardian: string;
  readonly guardianConsentOn: Day | null;
  readonly ageBand: 'under 10' | '10 to 12' | '13 to 17' | 'adult' | null;
  readonly instrument: string;
  readonly slot: WeeklySlot | null;
}

/** A row of a table: what it would bring, what keeps it out, and what of it was guessed or left out. */
export interface TableRow<What> {
  /** As a spreadsheet counts it among the rows below the head, from 1. */
  readonly number: number;
  readonly what: What;
  /** Empty where it can be taken over. */
  readonly fault: string;
  readonly remarks: readonly string[];
  readonly isKnown: boolean;
}

/** Who is there already. */
export interface KnownPeople {
  readonly names: readonly string[];
  readonly signInNames: readonly string[];
}

const OF_AGE = 18;
const USUAL_MINUTES = 30;
const [LEAST_MINUTES, MOST_MINUTES] = [5, 240];
const LONGEST_NAME = 80;
const LONGEST_SIGN_IN = 40;
const LONGEST_GUARDIAN = 200;

type AgeBand = TableStudent['ageBand'];

interface SaidStudent {
  readonly cell: (field: StudentField) => string;
  readonly remarks: string[];
}

/**
 * Reads students from the rows of a table; who has no sign-in name is given a free one. A minor is who is said to be
 * one, or is under 18, or has a guardian and no age.
 *
 * @example
 * const columns = { name: 0, age: 1 } as never;
 * readStudents([['Bram Tessel', '24']], columns, { names: [], signInNames: [] })[0]?.what.signInName // 'bram'
 */
export function readStudents(
  rows: readonly (readonly string[])[],
  columns: TableColumns<StudentField>,
  { names, signInNames }: KnownPeople,
): readonly TableRow<TableStudent>[] {
  const taken = new Set(signInNames);
  const known = new Set(names.map((name) => name.toLowerCase()));
  const consents = readDays(rows.map((row) => cellOf(row, columns.consent ?? null)));
  return rows.map((row, at): TableRow<TableStudent> => {
    const said: SaidStudent = { cell: (field) => cellOf(row, columns[field] ?? null), remarks: [] };
    const { cell, remarks } = said;
    const name = [cell('name'), cell('lastName')].filter(Boolean).join(' ');
    const isKnown = known.has(name.toLowerCase());
    known.add(name.toLowerCase());
    const asked = cell('signIn').toLowerCase();
    const signInName = asked || signInFor(name, taken);
    const isTaken = asked !== '' && taken.has(asked) && !isKnown;
    taken.add(signInName);
    const what: TableStudent = {
      name,
      signInName,
      ...standingOf(said, consents.days[at] ?? null, consents.isGuessed),
      instrument: cell('instrument').slice(0, LONGEST_NAME),
      slot: slotOf(said),
    };
    const fault = isTaken ? `signs in as “${asked}”, as somebody else does` : faultOf(what);
    return { number: at + 1, what, fault, remarks, isKnown };
  });
}

function bandOf(age: number): AgeBand {
  if (age < 10) return 'under 10';
  if (age < 13) return '10 to 12';
  return age < OF_AGE ? '13 to 17' : 'adult';
}

/** An age in years, or one of the bands as they are written out. */
function readAge(cell: string): AgeBand {
  const text = cell.trim().toLowerCase();
  if (text === 'adult' || /^18\s*\+|^over 1[78]/.test(text)) return 'adult';
  if (text.startsWith('under 10')) return 'under 10';
  const years = /^\d{1,3}/.exec(text)?.[0];
  return years === undefined || Number(years) > 120 ? null : bandOf(Number(years));
}

/** A name one signs in with, that nobody has: from what one is called. */
function signInFor(name: string, taken: ReadonlySet<string>): string {
  const words = name
    .normalize('NFKD')
    .replace(/ß/g, 'ss')
    .replace(/ł/gi, 'l')
    .replace(/ø/gi, 'o')
    .toLowerCase()
    .replace(/[^a-z0-9 -]/g, '')
    .split(/[ -]+/)
    .filter(Boolean);
  const [first = '', ...others] = words;
  const base = first.length > 1 ? first : words.join('') || 'student';
  const tries = [base, `${base}.${others.at(-1) ?? ''}`.replace(/\.$/, '')];
  const free = tries.find((one) => one.length > 1 && !taken.has(one.slice(0, LONGEST_SIGN_IN)));
  if (free !== undefined) return free.slice(0, LONGEST_SIGN_IN);
  for (let number = 2; ; number += 1) {
    const one = `${base.slice(0, LONGEST_SIGN_IN - 5)}${number}`;
    if (one.length > 1 && !taken.has(one)) return one;
  }
}

function slotOf({ cell, remarks }: SaidStudent): WeeklySlot | null {
  const [day, at, long] = [cell('weekday'), cell('time'), cell('minutes')];
  if (day === '' && at === '') return null;
  const [weekday, time] = [readWeekday(day), readTime(at)];
  if (weekday === null || time === null) {
    remarks.push(`no lesson is taken from “${[day, at].filter(Boolean).join(' ')}”`);
    return null;
  }
  const minutes = Number(/\d+/.exec(long)?.[0] ?? USUAL_MINUTES);
  if (minutes >= LEAST_MINUTES && minutes <= MOST_MINUTES) return { weekday, time, minutes };
  remarks.push(`lessons of “${long}” are taken to last ${USUAL_MINUTES} minutes`);
  return { weekday, time, minutes: USUAL_MINUTES };
}

function isMinorBy({ cell, remarks }: SaidStudent, ageBand: AgeBand): boolean {
  const said = readYes(cell('minor'));
  if (cell('minor') !== '' && said === null)
    remarks.push(`“${cell('minor')}” is neither yes nor no`);
  if (said === true) return true;
  if (ageBand !== null) return ageBand !== 'adult';
  return cell('guardian') !== '' && cell('minor') === '';
}

/** How old they are, and what that asks for. */
function standingOf(
  said: SaidStudent,
  consent: Day | null,
  isGuessed: boolean,
): Pick<TableStudent, 'ageBand' | 'isMinor' | 'guardian' | 'guardianConsentOn'> {
  const { cell, remarks } = said;
  const ageBand = readAge(cell('age'));
  if (cell('age') !== '' && ageBand === null) remarks.push(`“${cell('age')}” is no age`);
  const isMinor = isMinorBy(said, ageBand);
  if (!isMinor) return { ageBand, isMinor, guardian: '', guardianConsentOn: null };
  if (cell('consent') !== '' && consent === null)
    remarks.push(`“${cell('consent')}” is no day: no consent is recorded`);
  if (consent !== null && isGuessed)
    remarks.push(`consent of ${consent}: day before month is guessed`);
  const guardian = cell('guardian').slice(0, LONGEST_GUARDIAN);
  return { ageBand, isMinor, guardian, guardianConsentOn: consent };
}

function faultOf({ name, signInName, isMinor, guardian }: TableStudent): string {
  if (name === '') return 'has no name';
  if (name.length > LONGEST_NAME) return `has a name longer than ${LONGEST_NAME} letters`;
  if (!/^[a-z0-9][a-z0-9._-]{1,39}$/.test(signInName))
    return `cannot sign in as “${signInName}”: small letters, digits, dots or dashes`;
  return isMinor && guardian === '' ? 'is a minor without a guardian' : '';
}
