import type { Conventions } from '@harvu/core/conventions';
import type { PlansService } from '../../plans';
import type { SongsService, TeachingService } from '../../songs';
import { dayOnPaper, PAPER_SIZES, type PrintedSheet, type SheetAsked } from '../print-manner';
import type { Press } from './press';

export interface SongPapersDeps {
  readonly plans: PlansService;
  readonly songs: SongsService;
  readonly teaching: TeachingService;
  readonly conventionsOf: (personId: string) => Promise<Conventions>;
  readonly press: Press;
}

/** Prints whole songs, as the studio has them and as they were given to somebody. */
export function createSongPapers({ plans, songs, teaching, conventionsOf, press }: SongPapersDeps) {
  const { today, printed } = press;
  return {
    async songOfPlan(id: string, asked: SheetAsked): Promise<PrintedSheet> {
      const found = await plans.find(id, asked.person);
      const { document, figures, title, playedBy, studentName, teaching: way } = found;
      const conventions = await conventionsOf(found.studentId);
      const said = {
        title,
        playedBy,
        studentName,
        printedOn: dayOnPaper(await today(), asked.paper, 'year'),
      };
      const paper = PAPER_SIZES[asked.paper];
      const of = { ...said, document, teaching: way, figures, conventions, paper };
      return printed({ kind: 'song', of }, `${title} song`, asked);
    },
    async songOf(id: string, asked: SheetAsked): Promise<PrintedSheet> {
      const [{ document, title, playedBy }, { teaching: way }, conventions] = await Promise.all([
        songs.find(id),
        teaching.find(id),
        conventionsOf(asked.person.id),
      ]);
      const said = {
        title,
        playedBy,
        studentName: '',
        printedOn: dayOnPaper(await today(), asked.paper, 'year'),
      };
      const of = { ...said, document, teaching: way, conventions, paper: PAPER_SIZES[asked.paper] };
      return printed({ kind: 'song', of }, `${title} song`, asked);
    },
  };
}
