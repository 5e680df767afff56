import type { Evening, Person } from '@harvu/contract';
import { stageChange } from '@harvu/core/evening';
import { changeWords, standsWords } from '@harvu/core/words';
import { dayOnPaper, PAPER_SIZES, type PrintedSheet, type SheetAsked } from '../print-manner';
import type { PrintedItem } from './programme-sheet';
import type { Press } from './press';

export interface EveningPaperDeps {
  readonly eveningFor: (person: Person) => Promise<Evening>;
  readonly studioName: () => Promise<string>;
  readonly press: Press;
}

/** Prints the programme of the evening. */
export function createEveningPaper({ eveningFor, studioName, press }: EveningPaperDeps) {
  return {
    async programme(asked: SheetAsked): Promise<PrintedSheet> {
      const evening = await eveningFor(asked.person);
      const { day, title } = evening.programme;
      const of = {
        title,
        studioName: await studioName(),
        items: itemsOf(evening),
        day: day === null ? '' : dayOnPaper(day, asked.paper, 'weekday'),
        paper: PAPER_SIZES[asked.paper],
      };
      return press.printed({ kind: 'programme', of }, title || 'programme', asked);
    },
  };
}

/** What is played one after the other, with what is done between and when each begins. */
function itemsOf({ programme, plays }: Evening): readonly PrintedItem[] {
  const known = new Map(plays.map((play) => [play.planId, play]));
  const all = programme.planIds
    .flatMap((id) => known.get(id) ?? [])
    .map((play) => ({ ...play, id: play.planId, player: play.studentName }));
  let at = 0;
  return all.map((item, place) => {
    const before = all[place - 1];
    const change = before ? stageChange(before, item) : null;
    const startsAt = at + (change?.seconds ?? 0);
    at = startsAt + item.lasts;
    return {
      title: item.title,
      studentName: item.studentName,
      stands: standsWords(item),
      change: change ? changeWords(change) : '',
      startsAt,
      lasts: item.lasts,
    };
  });
}
