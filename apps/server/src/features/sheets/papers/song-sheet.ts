import { constantsWith } from '@harvu/core/assumptions';
import { frameWords } from '@harvu/core/chart';
import { makePlan, songFor } from '@harvu/core/plan';
import { minutesWords } from '../sheet-words';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import type { SheetOrder } from '../print-sheet';
import type { Sheet } from '../sheet';
import { widthOf } from '../sheet-document';
import { barTable, laneOf, riffRows } from '../sheet-parts';
import { SMALLEST_PT, styled, words } from '../sheet-words';
import { together } from '../together';
import { paperDocument } from './paper';

/** What a song sheet is printed from: all a stand sheet is, but what there is to practise. */
export type SongSheetOrder = Omit<SheetOrder, 'events' | 'lesson'>;

type PlayedSection = Sheet['plan']['work']['timeline']['occurrences'][number];

const SIZE = { chord: 16, barBelow: 8, between: 10, grip: 50, lane: 0.6, lines: 0 };

interface Run {
  readonly played: PlayedSection;
  readonly times: number;
  /** The number of its first bar in the song. */
  readonly bar: number;
}

/** What was drawn further up is not drawn again. */
interface SheetSetup {
  readonly cues: Map<string, string>;
  readonly drawn: Set<string>;
  pattern: string;
}

/** The whole song from its first bar to its last, in the order it is played, to be read without turning back. */
export function songSheet(order: SongSheetOrder): TDocumentDefinitions {
  const { document, teaching, figures, conventions, paper, title, playedBy, studentName } = order;
  const plan = makePlan(document, {
    teaching,
    names: conventions.names,
    ...(figures && { student: figures.student, constants: constantsWith(figures.constants) }),
  });
  const song = songFor(document, teaching.changes);
  const size = { ...SIZE, width: widthOf(paper) };
  const sheet: Sheet = {
    title,
    playedBy,
    studentName,
    printedOn: order.printedOn,
    paper,
    conventions,
    song,
    plan,
    size,
    lesson: { heading: '', pieces: [] },
  };
  const cues = new Map<string, string>(song.sections.map(({ id, cue }) => [id, cue ?? '']));
  const shown: SheetSetup = { cues, drawn: new Set(), pattern: '' };
  const frame = frameWords({ ...song.frame, capo: plan.work.capo })
    // How long it is, its bars tell.
    .filter((one) => !one.isOpen && one.field !== 'length')
    .map((one) => one.words);
  const { occurrences, lasts, barCount } = plan.work.timeline;
  const whole = `${barCount} bars, ${minutesWords(lasts)}`;
  return paperDocument({
    title,
    paper,
    line: [studentName === '' ? playedBy : `for ${studentName}`, whole, order.printedOn]
      .filter(Boolean)
      .join(' · '),
    content: [
      words(frame.join(' · ')),
      ...runsOf(occurrences).map((run) => runBlock(sheet, run, shown)),
      ...(occurrences.length === 0 ? [words('Nothing of this song is written yet.')] : []),
    ],
  });
}

/** What tells two times through apart: whose letter it is, and every bar. */
function keyOf({ part, bars, semitones }: PlayedSection): string {
  return JSON.stringify([part.id, semitones, bars.map(({ chords }) => chords)]);
}

/** The song in its order; what comes again at once is written once, and how often. */
function runsOf(occurrences: readonly PlayedSection[]): readonly Run[] {
  const runs: { played: PlayedSection; times: number; bar: number }[] = [];
  let bar = 1;
  for (const played of occurrences) {
    const last = runs.at(-1);
    if (last && keyOf(last.played) === keyOf(played)) last.times += 1;
    else runs.push({ played, times: 1, bar });
    bar += played.bars.length;
  }
  return runs;
}

function remarksOf({ played, times }: Run, pattern: string): string {
  const { until, fade, sometimes } = played;
  return [
    times > 1 ? `${times} times` : '',
    pattern === '' ? '' : `pattern ${pattern}`,
    until === undefined ? '' : `round and round until “${until}”`,
    fade ? 'it fades' : '',
    sometimes ? 'not always played' : '',
  ]
    .filter(Boolean)
    .join(', ');
}

function runBlock(sheet: Sheet, run: Run, shown: SheetSetup): Content {
  const { part, name, bars, startsAt, section, pattern = '' } = run.played;
  const remarks = remarksOf(run, pattern === shown.pattern ? '' : pattern);
  shown.pattern = pattern;
  const cue = shown.cues.get(section) ?? '';
  shown.cues.delete(section);
  const lane = laneOf(sheet, part, shown.drawn);
  const stack: Content[] = [
    {
      columns: [
        {
          text: [
            ...styled(name, { bold: true, fontSize: SMALLEST_PT + 3 }, 'Display'),
            ...styled(remarks === '' ? '' : `   ${remarks}`),
          ],
          width: '*',
        },
        words(`bar ${run.bar} · ${minutesWords(startsAt)}`, { width: 'auto' }),
      ],
    },
    ...(cue === '' ? [] : [words(`“${cue} …”`, { margin: [0, 1, 0, 1] })]),
    ...(lane ? [lane] : []),
    ...riffRows(sheet, part, shown.drawn),
    ...(bars.length > 0 ? [barTable(sheet, bars)] : []),
  ];
  return together(stack, sheet.size.between);
}
