import type { Person } from '@harvu/contract';
import { constantsWith } from '@harvu/core/assumptions';
import type { Conventions } from '@harvu/core/conventions';
import { makePlan, songFor } from '@harvu/core/plan';
import { dayAt } from '@harvu/core/day';
import pdfmake from 'pdfmake';
import type { Clock } from '../../platform/clock';
import type { PlansService } from '../plans';
import type { SongsService, TeachingService } from '../songs';
import { sheetDocument, type Sheet } from './sheet-document';
import { SHEET_FONTS } from './sheet-fonts';

export interface SheetsDeps {
  readonly plans: PlansService;
  readonly songs: SongsService;
  readonly teaching: TeachingService;
  readonly conventionsOf: (personId: string) => Promise<Conventions>;
  readonly clock: Clock;
  readonly timeZone: () => Promise<string>;
}

export type Paper = Sheet['paper'];

/** A sheet to be printed, and the name its file gets. */
export interface PrintedSheet {
  readonly pdf: Uint8Array<ArrayBuffer>;
  readonly name: string;
}

pdfmake.setFonts(SHEET_FONTS);
// A sheet is made of what it is given: nothing is fetched, and only the shipped fonts are read.
pdfmake.setUrlAccessPolicy(() => false);
const SHIPPED = new Set(Object.values(SHEET_FONTS).flatMap(({ normal, bold }) => [normal, bold]));
pdfmake.setLocalAccessPolicy((path) => SHIPPED.has(path));

function fileName(title: string): string {
  const plain = title
    .normalize('NFKD')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '');
  return `${plain || 'sheet'}.pdf`;
}

/** Prints lesson sheets: a student's plan as they see it, or the studio's own steps. */
export function createSheetsService(deps: SheetsDeps) {
  const { plans, songs, teaching, conventionsOf, clock, timeZone } = deps;

  async function print(sheet: Omit<Sheet, 'printedOn'>): Promise<PrintedSheet> {
    const printedOn = dayAt(clock.now().toISOString(), await timeZone());
    const document = pdfmake.createPdf(sheetDocument({ ...sheet, printedOn }));
    const pdf = new Uint8Array(await document.getBuffer());
    return { pdf, name: fileName(sheet.title) };
  }

  return {
    async ofPlan(id: string, person: Person, paper: Paper): Promise<PrintedSheet> {
      const found = await plans.find(id, person);
      const { document, figures, title, playedBy, studentName } = found;
      // The sheet is for the student: strings, names and counts as they are used to.
      const conventions = await conventionsOf(found.studentId);
      const plan = makePlan(document, {
        ...{ teaching: found.teaching, student: figures.student, names: conventions.names },
        constants: constantsWith(figures.constants),
      });
      const song = songFor(document, found.teaching.changes);
      return print({ title, playedBy, studentName, song, plan, conventions, paper });
    },
    async ofSong(id: string, person: Person, paper: Paper): Promise<PrintedSheet> {
      const [{ document, title, playedBy }, { teaching: way }, conventions] = await Promise.all([
        songs.find(id),
        teaching.find(id),
        conventionsOf(person.id),
      ]);
      const plan = makePlan(document, { teaching: way, names: conventions.names });
      const song = songFor(document, way.changes);
      return print({ title, playedBy, studentName: '', song, plan, conventions, paper });
    },
  };
}

export type SheetsService = ReturnType<typeof createSheetsService>;
