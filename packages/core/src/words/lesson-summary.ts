import { counted } from '../wording';
import type { Day } from '../day';
import type { Source } from '../events';
import { cardWords, dayWords, type HomeCards } from '../brief';
import type { ReaderRole } from './reader';

/** A mark as a summary tells it. */
export interface MarkTold {
  /** The step's title without the bars it is about. */
  readonly title: string;
  readonly song: string;
  readonly bpm: number | null;
  readonly rungUnit: string;
  readonly clean: boolean;
  readonly stopped: boolean;
  readonly bar: number | null;
  readonly passes: number;
  readonly source: Source;
}

/** What a summary is made from. */
export interface LessonTold {
  readonly name: string;
  readonly day: Day;
  readonly minutes: number;
  /** The student, who may be a child. */
  readonly who: ReaderRole;
  readonly marks: readonly MarkTold[];
  /** Goals that were met in the lesson. */
  readonly met: readonly string[];
  readonly word: string;
  readonly home: HomeCards | null;
  /** When they come again; null where that is not known. */
  readonly next: { readonly day: Day; readonly time: string } | null;
}

const CARDS_TOLD = 5;

const GOALS_MET: Readonly<Record<ReaderRole, string>> = {
  teacher: 'Goals met:',
  student: 'Goals met:',
  child: 'You reached:',
};

/** What came of the marks of one step at one tempo. */
const HEARD: Readonly<Record<ReaderRole, (marks: readonly MarkTold[]) => string>> = {
  teacher: exactly,
  student: exactly,
  child: (marks) => cleanWords(marks) || 'we worked on it',
};

const TIMES = ['', 'once', 'twice'] as const;

/**
 * Says the marks of a lesson, each step and tempo in one line, in the order they were made.
 *
 * @example
 * marksTold([], 'teacher') // []
 */
export function marksTold(marks: readonly MarkTold[], who: ReaderRole): readonly string[] {
  return grouped(marks).map((group) => markWords(group, who));
}

/**
 * Writes what came of a lesson, to whom it concerns: what was heard, which goals were met, one word for home, the
 * next cards in exact words, what to show next time, and when that is.
 *
 * @example
 * lessonSummary({ name: 'Bo', day: '2026-11-26', minutes: 30, who: 'student', marks: [], met: [], word: 'Count aloud.', home: null, next: null }) // 'Bo, lesson of 26 Nov, 30 minutes.\n\nFor home: Count aloud.'
 */
export function lessonSummary(told: LessonTold): string {
  const { name, day, minutes, who, marks, met, word, home, next } = told;
  const first = home?.cards.find(({ why }) => why !== 'visit');
  const gate = first ? [`${first.step.short} (${first.song}): ${first.step.goal}`] : [];
  return [
    `${name}, lesson of ${dayWords(day)}, ${counted(minutes, 'minute')}.`,
    ...part('Heard today:', marksTold(marks, who)),
    ...part(GOALS_MET[who], met),
    ...(word.trim() === '' ? [] : ['', `For home: ${word.trim()}`]),
    ...homePart(home),
    ...part('To show next time:', gate),
    ...(next ? ['', `Next lesson: ${dayWords(next.day)}, ${next.time}.`] : []),
  ].join('\n');
}

/** Marks of one step at one tempo, in the order they were made. */
function grouped(marks: readonly MarkTold[]): readonly (readonly MarkTold[])[] {
  const groups = new Map<string, MarkTold[]>();
  for (const mark of marks) {
    const key = `${mark.song}\n${mark.title}\n${mark.bpm ?? ''}`;
    const own = groups.get(key);
    if (own) own.push(mark);
    else groups.set(key, [mark]);
  }
  return [...groups.values()];
}

function times(count: number): string {
  return TIMES[count] ?? `${count} times`;
}

function barsIn(marks: readonly MarkTold[]): string {
  const bars = [...new Set(marks.flatMap(({ bar }) => bar ?? []))].toSorted((a, b) => a - b);
  if (bars.length === 0) return '';
  return ` (${bars.length === 1 ? 'bar' : 'bars'} ${bars.join(', ')})`;
}

/** "Verse at 92 bpm: clean twice, stumbled once (bar 3)"; to a child only how far it went. */
function markWords(marks: readonly MarkTold[], who: ReaderRole): string {
  const [first] = marks;
  if (!first) return '';
  const { title, bpm, rungUnit } = first;
  const at = bpm === null ? '' : ` at ${bpm} ${rungUnit}`;
  return `${title}${at}: ${HEARD[who](marks)}`;
}

function cleanWords(marks: readonly MarkTold[]): string {
  const clean = marks.reduce((sum, one) => sum + (one.clean ? one.passes : 0), 0);
  return clean > 0 ? `clean ${times(clean)}` : '';
}

/** All that was marked, with the bars it failed in. */
function exactly(marks: readonly MarkTold[]): string {
  const failed = (word: string, hasStopped: boolean): string => {
    const own = marks.filter(({ clean, stopped }) => !clean && stopped === hasStopped);
    return own.length > 0 ? `${word} ${times(own.length)}${barsIn(own)}` : '';
  };
  const told = [cleanWords(marks), failed('stumbled', false), failed('stopped', true)];
  return told.filter(Boolean).join(', ');
}

function part(heading: string, lines: readonly string[]): readonly string[] {
  return lines.length === 0 ? [] : ['', heading, ...lines.map((line) => `- ${line}`)];
}

function homePart(home: HomeCards | null): readonly string[] {
  const cards = home?.cards.slice(0, CARDS_TOLD) ?? [];
  if (!home || cards.length === 0) return [];
  return part(`At home, from ${dayWords(home.day)}, ${home.minutes} min:`, cards.map(cardWords));
}
