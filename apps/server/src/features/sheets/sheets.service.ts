import type { Paper, Person } from '@harvu/contract';
import type { Conventions } from '@harvu/core/conventions';
import { dayAt } from '@harvu/core/day';
import type { Clock } from '../../platform/clock';
import type { PlansService } from '../plans';
import type { SongsService, TeachingService } from '../songs';
import type { SheetOrder } from './print-sheet';

export interface SheetsDeps {
  readonly plans: PlansService;
  readonly songs: SongsService;
  readonly teaching: TeachingService;
  readonly conventionsOf: (personId: string) => Promise<Conventions>;
  readonly clock: Clock;
  readonly timeZone: () => Promise<string>;
  /** Prints in a thread of its own; not at all once whoever asked has gone. */
  readonly printSheet: (order: SheetOrder, gone: AbortSignal) => Promise<Uint8Array<ArrayBuffer>>;
}

/** Who asks for a sheet, on which paper, and the sign that they have gone. */
export interface SheetAsked {
  readonly person: Person;
  readonly paper: Paper;
  readonly gone: AbortSignal;
}

/** A sheet to be printed, and the name its file gets. */
export interface PrintedSheet {
  readonly pdf: Uint8Array<ArrayBuffer>;
  readonly name: string;
}

const SIZES: Readonly<Record<Paper, SheetOrder['paper']>> = { a4: 'A4', letter: 'LETTER' };

function fileName(title: string): string {
  const plain = title
    .normalize('NFKD')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '');
  return `${plain || 'sheet'}.pdf`;
}

/** Prints lesson sheets: a student's plan as they see it, or the studio's own steps. */
export function createSheetsService(deps: SheetsDeps) {
  const { plans, songs, teaching, conventionsOf, clock, timeZone, printSheet } = deps;

  async function print(
    order: Omit<SheetOrder, 'printedOn' | 'paper'>,
    { paper, gone }: SheetAsked,
  ): Promise<PrintedSheet> {
    const printedOn = dayAt(clock.now().toISOString(), await timeZone());
    const pdf = await printSheet({ ...order, printedOn, paper: SIZES[paper] }, gone);
    return { pdf, name: fileName(order.title) };
  }

  return {
    async ofPlan(id: string, asked: SheetAsked): Promise<PrintedSheet> {
      const found = await plans.find(id, asked.person);
      const { document, figures, title, playedBy, studentName } = found;
      // The sheet is for the student: strings, names and counts as they are used to.
      const conventions = await conventionsOf(found.studentId);
      const { teaching: way } = found;
      return print(
        { title, playedBy, studentName, document, teaching: way, figures, conventions },
        asked,
      );
    },
    async ofSong(id: string, asked: SheetAsked): Promise<PrintedSheet> {
      const [{ document, title, playedBy }, { teaching: way }, conventions] = await Promise.all([
        songs.find(id),
        teaching.find(id),
        conventionsOf(asked.person.id),
      ]);
      return print(
        { title, playedBy, studentName: '', document, teaching: way, conventions },
        asked,
      );
    },
  };
}

export type SheetsService = ReturnType<typeof createSheetsService>;
