import type { LessonSlot } from '@harvu/contract';
import { nextLessonOn, practiceUntil } from '@harvu/core/plan';
import type { Conventions } from '@harvu/core/conventions';
import { dayAt, type Day } from '@harvu/core/day';
import type { Clock } from '../../platform/clock';
import type { PlansService } from '../plans';
import type { SongsService, TeachingService } from '../songs';
import {
  dayOnPaper,
  fileName,
  PAPER_SIZES,
  type PrintedSheet,
  type SheetAsked,
} from './print-manner';
import type { SheetOrder } from './print-sheet';

export interface SheetsDeps {
  readonly plans: PlansService;
  readonly songs: SongsService;
  readonly teaching: TeachingService;
  readonly slotOf: (studentId: string) => Promise<LessonSlot>;
  readonly conventionsOf: (personId: string) => Promise<Conventions>;
  readonly clock: Clock;
  readonly timeZone: () => Promise<string>;
  /** Prints in a thread of its own; not at all once whoever asked has gone. */
  readonly printSheet: (order: SheetOrder, gone: AbortSignal) => Promise<Uint8Array<ArrayBuffer>>;
}

/** Where nobody is named, the first week of somebody who practises a quarter of an hour a day. */
const STUDIO_MINUTES = 7 * 15;

/** Prints lesson sheets: a student's plan as they see it, or the studio's own steps. */
export function createSheetsService(deps: SheetsDeps) {
  const { plans, songs, teaching, conventionsOf, clock, timeZone, printSheet } = deps;

  const today = async (): Promise<Day> => dayAt(clock.now().toISOString(), await timeZone());

  async function print(
    order: Omit<SheetOrder, 'printedOn' | 'paper'>,
    { paper, gone }: SheetAsked,
  ): Promise<PrintedSheet> {
    const printedOn = dayOnPaper(await today(), paper, 'year');
    const pdf = await printSheet({ ...order, printedOn, paper: PAPER_SIZES[paper] }, gone);
    return { pdf, name: fileName(order.title) };
  }

  return {
    async ofPlan(id: string, asked: SheetAsked): Promise<PrintedSheet> {
      const found = await plans.find(id, asked.person);
      const { document, figures, title, playedBy, studentName } = found;
      // The sheet is for the student: strings, names and counts as they are used to.
      const conventions = await conventionsOf(found.studentId);
      const { teaching: way, events, minutesByWeekday } = found;
      const slot = await deps.slotOf(found.studentId);
      const day = nextLessonOn(await today(), slot?.weekday ?? null);
      const { minutes } = practiceUntil(day, { minutesByWeekday, today: await today() });
      const lesson = { heading: `Until ${dayOnPaper(day, asked.paper, 'weekday')}`, minutes };
      const named = { title, playedBy, studentName, lesson, events };
      return print({ ...named, document, teaching: way, figures, conventions }, asked);
    },
    async ofSong(id: string, asked: SheetAsked): Promise<PrintedSheet> {
      const [{ document, title, playedBy }, { teaching: way }, conventions] = await Promise.all([
        songs.find(id),
        teaching.find(id),
        conventionsOf(asked.person.id),
      ]);
      const lesson = { heading: 'The first week', minutes: STUDIO_MINUTES };
      const named = { title, playedBy, studentName: '', lesson, events: [] };
      return print({ ...named, document, teaching: way, conventions }, asked);
    },
  };
}

export type SheetsService = ReturnType<typeof createSheetsService>;
