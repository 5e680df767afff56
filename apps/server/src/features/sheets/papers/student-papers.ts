import type {
  Overview,
  Person,
  OverviewSong,
  StoredLesson,
  OverviewStudent,
} from '@harvu/contract';
import { askWords, homeCards, termReport, type StudentNow } from '@harvu/core/brief';
import { milestoneWords } from '@harvu/core/words';
import { frameWords } from '@harvu/core/chart';
import { dayAfter, daysBetween, weekdayOf, WEEKDAYS, type Day } from '@harvu/core/day';
import { nextLessonOn } from '@harvu/core/plan';
import { missing } from '../../../platform/errors';
import type { PlansStore } from '../../plans';
import { dayOnPaper, PAPER_SIZES, type PrintedSheet, type SheetAsked } from '../print-manner';
import type { CardOrder } from './practice-card';
import type { Press } from './press';

export interface StudentPapersDeps {
  readonly ways: Pick<PlansStore, 'waysOf'>;
  readonly overviewOf: (person: Person) => Promise<Overview>;
  readonly lessonsOf: (studentId: string, person: Person) => Promise<readonly StoredLesson[]>;
  readonly minutesOf: (studentId: string) => Promise<readonly number[]>;
  readonly studioName: () => Promise<string>;
  readonly press: Press;
}

/** The days a report is about; the last twelve weeks where none are said. */
export interface TermAsked {
  readonly from?: string | undefined;
  readonly to?: string | undefined;
}

const TERM_DAYS = 83;
const MOST_CARDS = 6;
const MOST_DAYS = 6;
const DAY_LENGTH = 10;

/** Prints what is a student's: a card for the stand, and a term. */
export function createStudentPapers(deps: StudentPapersDeps) {
  const { today, printed } = deps.press;

  return {
    async card(id: string, asked: SheetAsked): Promise<PrintedSheet> {
      const { name, own, overview } = studentIn(
        await deps.overviewOf(asked.person),
        id,
        asked.person,
      );
      const [minutes, day] = await Promise.all([deps.minutesOf(id), today()]);
      const coming = overview.lessons.find(
        (one) => one.studentId === id && one.day > day && one.state === 'planned',
      );
      const until = coming?.day ?? nextLessonOn(day, null);
      // The first day of practice may be today.
      const home = homeCards(nowOf(own, minutes), dayAfter(day, -1));
      const cards = (home?.cards ?? []).slice(0, MOST_CARDS);
      const shown = own.filter((song) => cards.some(({ planId }) => planId === song.id));
      const of: CardOrder = {
        studentName: name,
        paper: PAPER_SIZES[asked.paper],
        printedOn: dayOnPaper(day, asked.paper, 'year'),
        until: dayOnPaper(until, asked.paper, 'weekday'),
        frames: await framesOf(shown, deps.ways),
        cards: cards.map((card) => ({
          title: card.step.title,
          song: card.song,
          minutes: card.minutes,
          words: askWords(card),
        })),
        days: practiceDays(day, until, minutes),
      };
      return printed({ kind: 'card', of }, `${name} practice`, asked);
    },
    async report(id: string, term: TermAsked, asked: SheetAsked): Promise<PrintedSheet> {
      const { name, own } = studentIn(await deps.overviewOf(asked.person), id, asked.person);
      const [day, minutes, all] = await Promise.all([
        today(),
        deps.minutesOf(id),
        deps.lessonsOf(id, asked.person),
      ]);
      const to = (term.to ?? day) as Day;
      const from = (term.from ?? dayAfter(to, -TERM_DAYS)) as Day;
      const lessons = all.filter((one) => from <= one.day && one.day <= to);
      const told = termReport(nowOf(own, minutes), { from, to, lessons });
      const onPaper = (one: Day): string => dayOnPaper(one, asked.paper, 'day');
      const of = {
        studentName: name,
        studioName: await deps.studioName(),
        line: told.line,
        printedOn: dayOnPaper(day, asked.paper, 'year'),
        paper: PAPER_SIZES[asked.paper],
        from: dayOnPaper(from, asked.paper, 'year'),
        to: dayOnPaper(to, asked.paper, 'year'),
        weeks: told.weeks.map((week) => ({ from: onPaper(week.from), minutes: week.minutes })),
        songs: told.songs.map(({ title, line, reached }) => ({
          title,
          line,
          reached: reached.map((one) => ({ on: onPaper(one.on), words: milestoneWords(one.kind) })),
        })),
        words: lessons
          .filter(({ state, notes }) => state === 'held' && notes?.word)
          .map((one) => ({ on: onPaper(one.day), words: one.notes?.word ?? '' }))
          .toReversed(),
      };
      return printed({ kind: 'report', of }, `${name} report`, asked);
    },
  };
}

function nowOf(songs: readonly OverviewSong[], minutesByWeekday: readonly number[]): StudentNow {
  return {
    songs: songs.map(({ id, title, assignedAt, overview }) => ({
      planId: id,
      title,
      assignedOn: assignedAt.slice(0, DAY_LENGTH) as Day,
      overview,
    })),
    minutesByWeekday,
  };
}

/** The days with practice before a lesson, today among them. */
function practiceDays(today: Day, lesson: Day, minutes: readonly number[]): CardOrder['days'] {
  const count = Math.max(0, daysBetween(today, lesson));
  return Array.from({ length: count }, (_, at) => dayAfter(today, at))
    .map((day) => {
      const weekday = weekdayOf(day);
      return { day, name: WEEKDAYS[weekday] ?? '', minutes: minutes[weekday] ?? 0 };
    })
    .filter((one) => one.minutes > 0)
    .slice(0, MOST_DAYS);
}

/** Their songs in work, and who they are; another student is answered like one that does not exist. */
function studentIn(overview: Overview, id: string, person: Person) {
  const known: Pick<OverviewStudent, 'id' | 'name' | 'lessonSlot'> | undefined =
    person.id === id && person.role === 'student'
      ? { id, name: person.name, lessonSlot: null }
      : overview.students.find((one) => one.id === id);
  if (!known) throw missing('student');
  const own = overview.songs.filter((song) => song.studentId === id && song.withdrawnAt === null);
  return { overview, name: known.name, own };
}

/** How the guitar stands for songs. */
async function framesOf(
  shown: readonly OverviewSong[],
  plans: StudentPapersDeps['ways'],
): Promise<CardOrder['frames']> {
  const ways = await plans.waysOf(shown.map(({ id }) => id));
  return shown.flatMap(({ id, title }) => {
    const document = ways.get(id)?.document;
    if (!document) return [];
    const said = frameWords(document.frame).filter((one) => !one.isOpen && one.field !== 'length');
    return [{ song: title, words: said.map((one) => one.words).join(', ') }];
  });
}
