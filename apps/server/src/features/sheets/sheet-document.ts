import { chordLabel, transposeChordName } from '@harvu/core/chord';
import { changeBetween, handWords } from '@harvu/core/fretboard';
import type { Conventions } from '@harvu/core/conventions';
import { gripDrawing, laneDrawing } from '@harvu/core/drawing';
import type { Part } from '@harvu/core/sameness';
import type { StepPlan } from '@harvu/core/plan';
import { formatTuning } from '@harvu/core/pitch';
import { formatFeel, formatMeter, type CountSchool, type Pattern } from '@harvu/core/rhythm';
import { settledFrame, type SongDocument } from '@harvu/core/song';
import { kindOf, type Step } from '@harvu/core/steps';
import { isSilence, type PlayedBar } from '@harvu/core/timeline';
import { beatsToNumber } from '@harvu/core/units';
import type { Content, ContentText, TDocumentDefinitions } from 'pdfmake/interfaces';
import { printed, rungsSvg } from './sheet-drawings';
import { textRuns, type SheetFont } from './sheet-fonts';

/** What a lesson sheet is printed from. */
export interface Sheet {
  readonly title: string;
  readonly playedBy: string;
  /** Whose steps they are; empty for the studio's own. */
  readonly studentName: string;
  /** The day it is printed, as words. */
  readonly printedOn: string;
  readonly song: SongDocument;
  readonly plan: StepPlan;
  readonly conventions: Conventions;
  readonly paper: 'A4' | 'LETTER';
}

const SPRUCE = '#1d6152';
const SOFT = '#56615c';
const LINE = '#d6cebb';
const GRIPS_A_ROW = 7;
const PARTS_A_ROW = 6;

/** How a run of words looks, and where it stands. */
interface Look {
  readonly font?: SheetFont;
  readonly fontSize?: number;
  readonly bold?: boolean;
  readonly color?: string;
  readonly width?: number;
  readonly alignment?: 'right';
  readonly margin?: [number, number, number, number];
}

const USUAL_SIZE = 10;
/** The signs' font stands taller than the others; smaller, it keeps the lines apart evenly. */
const SIGNS_SHARE = 0.82;

/** Words in one look, each run in a font that has its signs. */
function styled(text: string, look: Look = {}, font: SheetFont = 'Text') {
  const size = look.fontSize ?? USUAL_SIZE;
  return textRuns(text, font).map((run) => ({
    ...{ ...run, ...look },
    ...(run.font === 'Signs' && { fontSize: size * SIGNS_SHARE, bold: false }),
  }));
}

function words(
  text: string,
  { font = 'Text', width, alignment, margin, ...look }: Look = {},
): ContentText & { width?: number } {
  return {
    text: styled(text, look, font),
    ...(width !== undefined && { width }),
    ...(alignment && { alignment }),
    ...(margin && { margin }),
  };
}

function heading(text: string): Content {
  return {
    stack: [words(text, { font: 'Display', fontSize: 13, bold: true, color: SPRUCE })],
    margin: [0, 12, 0, 4],
    headlineLevel: 1,
  };
}

/** A chord as the reader of the sheet calls it. */
function called({ plan, conventions }: Sheet, name: string): string {
  const { capo } = plan.work;
  return chordLabel(conventions.names === 'sounding' ? transposeChordName(name, capo) : name);
}

function frameLine({ song, plan }: Sheet): string {
  const { tempo, meter, feel, tuning, capo } = settledFrame(song.frame);
  return [
    formatTuning(tuning).replaceAll('#', '♯').replaceAll('b', '♭'),
    capo === 0 ? 'no capo' : `capo ${capo}`,
    `${tempo} bpm`,
    formatMeter(meter),
    formatFeel(feel),
    `${plan.work.timeline.barCount} bars`,
  ].join('  ·  ');
}

function tableOf(cells: readonly Content[], columns: number): Content {
  if (cells.length === 0) return '';
  const rows = Array.from({ length: Math.ceil(cells.length / columns) }, (_, row) =>
    Array.from({ length: columns }, (_unused, column) => cells[row * columns + column] ?? ''),
  );
  return {
    table: { widths: Array<string>(columns).fill('*'), body: rows },
    layout: 'noBorders',
  };
}

function mapBlock({ plan }: Sheet): Content {
  if (plan.work.timeline.occurrences.length === 0) return '';
  const blocks = plan.work.timeline.occurrences.map((one): Content => {
    const bars = `${one.bars.length} ${one.bars.length === 1 ? 'bar' : 'bars'}`;
    return {
      stack: [
        words(`${one.part.letter}  ${one.name}`, { bold: true, fontSize: 10 }),
        words(bars, { fontSize: 8, color: SOFT }),
      ],
    };
  });
  return { stack: [heading('The map'), tableOf(blocks, PARTS_A_ROW)], unbreakable: true };
}

/** The chords of a bar; with a dot for each beat held, where they do not share the bar evenly. */
function barText(sheet: Sheet, { chords }: PlayedBar): string {
  const isEven = chords.every(({ beats }) => beats === chords[0]?.beats);
  return chords
    .map(({ chord, beats, hit, held }) => {
      const dots = isEven ? '' : ' .'.repeat(Math.max(0, Math.round(beatsToNumber(beats)) - 1));
      const name = held ? '(held)' : isSilence(chord) ? chord : called(sheet, chord);
      return `${name}${hit ? '!' : ''}${dots}`;
    })
    .join(' ');
}

const BARS_A_ROW = 4;

/** Bars four to a row, each behind its number in the part. */
function chartRows(sheet: Sheet, part: Part): Content {
  const isNew = new Set(part.newBars);
  const isDifferent = part.parent !== undefined && part.newBars.length < part.bars.length;
  const cells = part.bars.flatMap((bar, place) =>
    isDifferent && !isNew.has(place + 1)
      ? []
      : [
          {
            columns: [
              words(String(place + 1), { fontSize: 7, color: SOFT, width: 12 }),
              words(barText(sheet, bar), { fontSize: 10 }),
            ],
          },
        ],
  );
  return tableOf(cells, BARS_A_ROW);
}

function partBlock(sheet: Sheet, part: Part): Content {
  const parent = sheet.plan.work.parts.find((one) => one.id === part.parent);
  const isDifferent = parent !== undefined && part.newBars.length < part.bars.length;
  const says = isDifferent
    ? part.newBars.length === 0
      ? `as ${parent.letter}, and ends at bar ${part.bars.length}`
      : `as ${parent.letter}, but`
    : '';
  return {
    stack: [
      {
        text: [
          ...styled(`${part.letter}  ${part.name}`, { bold: true }),
          ...styled(`   ${says}`, { color: SOFT }),
        ],
      },
      chartRows(sheet, part),
    ],
    margin: [0, 2, 0, 2],
    unbreakable: true,
  };
}

function gripBlock(sheet: Sheet): Content {
  const { conventions, plan } = sheet;
  const { grips, tuning, capo } = plan.work;
  if (grips.length === 0) return '';
  const setup = { tuning, capo };
  const cells = grips.map(({ name, grip, fingers }): Content => ({
    stack: [
      words(called(sheet, name), { font: 'Display', bold: true, fontSize: 11 }),
      { svg: printed(gripDrawing({ grip, fingers, setup, conventions }), 1), width: 62 },
    ],
    margin: [0, 0, 0, 4],
    unbreakable: true,
  }));
  return { stack: [heading('Grips'), tableOf(cells, GRIPS_A_ROW)], unbreakable: true };
}

function changeLines(sheet: Sheet): readonly ContentText[] {
  const { work, steps } = sheet.plan;
  const byName = new Map(work.grips.map((grip) => [grip.name, grip]));
  const { tuning, capo } = work;
  const hand = handWords(sheet.conventions, { tuning, capo });
  return steps.flatMap((step): readonly ContentText[] => {
    const [from, to] = step.atoms.map((name) => byName.get(name));
    // Two grips in one step are no change from one to the other.
    const isDrill = kindOf(step).rungUnit === 'changes a minute';
    if (!isDrill || !from || !to) return [];
    const { line } = changeBetween(from, to, { hand: work.hand, words: hand });
    const head = `${called(sheet, from.name)} → ${called(sheet, to.name)}  `;
    const fontSize = 8;
    return [{ text: [...styled(head, { fontSize, bold: true }), ...styled(line, { fontSize })] }];
  });
}

const CHANGES_A_ROW = 3;
const LANE_SCALE = 0.5;
const LANE_WIDEST = 380;
const GAP: [number, number, number, number] = [0, 0, 0, 4];

function changeBlock(sheet: Sheet): Content {
  const lines = changeLines(sheet);
  if (lines.length === 0) return '';
  const half = Math.ceil(lines.length / CHANGES_A_ROW);
  const columns = Array.from({ length: CHANGES_A_ROW }, (_, column) => ({
    stack: lines.slice(column * half, (column + 1) * half).map((one) => ({ ...one, margin: GAP })),
  }));
  return { stack: [heading('Changes'), { columns, columnGap: 14 }], unbreakable: true };
}

/** As large as reads well, as small as a long pattern needs. */
function printedLane(pattern: Pattern, school: CountSchool): string {
  const drawing = laneDrawing(pattern, school);
  return printed(drawing, Math.min(LANE_SCALE, LANE_WIDEST / drawing.width));
}

function patternBlock({ plan, conventions }: Sheet): Content {
  const played = new Set(plan.work.timeline.occurrences.flatMap((one) => one.pattern ?? []));
  const named = Object.entries(plan.work.patterns.named).filter(([name]) => played.has(name));
  if (named.length === 0) return '';
  const drawn = named.map(([name, pattern]): Content => ({
    columns: [
      words(name, { bold: true, width: 110, margin: [0, 6, 0, 0] }),
      { svg: printedLane(pattern, conventions.counts) },
    ],
    margin: [0, 0, 0, 6],
    unbreakable: true,
  }));
  return { stack: [heading('Patterns'), ...drawn] };
}

function stepRow(step: Step, number: number): Content[] {
  const note = step.note === undefined ? [] : [words(step.note, { fontSize: 8, color: SOFT })];
  const goal = step.isOptional ? `${step.goal.words} (optional)` : step.goal.words;
  return [
    words(String(number), { color: SOFT }),
    { stack: [words(step.title, { bold: true }), ...note] },
    { svg: rungsSvg(step.rungs) },
    words(goal, { fontSize: 8 }),
    words(`${Math.max(1, Math.round(step.minutes))} min`, { fontSize: 8, alignment: 'right' }),
  ];
}

function stepsBlock({ plan }: Sheet): Content {
  if (plan.steps.length === 0) return '';
  return {
    stack: [
      heading('Steps, with rungs to tick'),
      {
        table: {
          headerRows: 0,
          dontBreakRows: true,
          widths: [16, '*', 225, 88, 34],
          body: plan.steps.map((step, index) => stepRow(step, index + 1)),
        },
        layout: {
          hLineWidth: () => 0.5,
          vLineWidth: () => 0,
          hLineColor: () => LINE,
          paddingLeft: () => 2,
          paddingRight: () => 2,
        },
        fontSize: 9,
      },
    ],
  };
}

/** Makes a lesson sheet for paper: frame, map, charts, grips, changes, patterns, and the steps with rungs to tick. */
export function sheetDocument(sheet: Sheet): TDocumentDefinitions {
  const { title, playedBy, studentName, printedOn, plan, paper } = sheet;
  const whom = studentName === '' ? 'the studio’s steps' : `for ${studentName}`;
  return {
    pageSize: paper,
    pageMargins: [40, 40, 40, 44],
    defaultStyle: { font: 'Text', fontSize: USUAL_SIZE, color: '#1b2625' },
    // A heading is never the last thing on a page.
    pageBreakBefore: (node, { getFollowingNodesOnPage }) =>
      node.headlineLevel === 1 && getFollowingNodesOnPage().length < 2,
    info: { title: `${title}, ${whom}` },
    content: [
      words(title, { font: 'Display', fontSize: 24, bold: true }),
      words([playedBy, whom].filter(Boolean).join('  ·  '), { color: SOFT }),
      words(frameLine(sheet), { bold: true, margin: [0, 4, 0, 0] }),
      mapBlock(sheet),
      plan.work.parts.length === 0 ? '' : heading('Parts, each once'),
      ...plan.work.parts.map((part) => partBlock(sheet, part)),
      gripBlock(sheet),
      changeBlock(sheet),
      patternBlock(sheet),
      stepsBlock(sheet),
    ],
    footer: (page, pages) => ({
      columns: [
        words(`${title}, ${whom}, ${printedOn}`, { fontSize: 8, color: SOFT }),
        words(`${page} of ${pages}`, { fontSize: 8, color: SOFT, alignment: 'right' }),
      ],
      margin: [40, 14, 40, 0],
    }),
  };
}
