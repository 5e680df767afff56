import type { PlanSummary, Song } from '@harvu/contract';
import { USUAL_CONVENTIONS, type Conventions } from '@harvu/core/conventions';
import { gripDrawing, laneDrawing } from '@harvu/core/drawing';
import { STANDARD_TUNING } from '@harvu/core/pitch';
import { makePlan, USUAL_TEACHING } from '@harvu/core/plan';
import { EMPTY_SONG } from '@harvu/core/song';
import { readChart } from '@harvu/core/chart';
import { TestStudio, type Visitor } from '../../../testing/test-studio';
import { stepProgress, untilLesson } from '@harvu/core/practice';
import { BARGE } from '../../../../../packages/core/src/testing/barge';
import { pageCount } from './pdf';
import { printSheet, type SheetOrder } from './print-sheet';
import { printed, rungsSvg } from './sheet-drawings';
import { sheetDocument, widthOf } from './sheet-document';
import { textRuns } from './sheet-fonts';

const CHART =
  'tempo: 92\ncapo: 2\nkey: E\nmap: Verse, Lift, Verse 2\npattern eights 4/4: D U D U D - D U\n[Verse] pattern eights\n| G | D | F#m | D |\n[Lift] pattern eights\n| Em | A |\n[Verse 2 = Verse]\n4: | G |';

/** All words and drawings of a page's content, in order. */
function flat(content: unknown): readonly string[] {
  if (typeof content === 'string') return [content];
  if (Array.isArray(content)) return content.flatMap(flat);
  if (typeof content !== 'object' || content === null) return [];
  const { text, stack, columns, table, svg } = content as Record<string, unknown>;
  const body = (table as { readonly body?: unknown } | undefined)?.body;
  return [text, stack, columns, body, svg].flatMap(flat);
}

const SIZE = {
  chord: 18,
  barBelow: 10,
  between: 12,
  grip: 58,
  lane: 0.8,
  lines: 6,
  width: widthOf('A4'),
};

function sheetOf(chart = CHART, conventions: Partial<Conventions> = {}) {
  const { song } = readChart(chart);
  const own = { ...USUAL_CONVENTIONS, ...conventions };
  const plan = makePlan(song, { names: own.names });
  const pieces = untilLesson(stepProgress(plan.steps, []), 60);
  return sheetDocument({
    title: 'Slow Barge',
    playedBy: 'Ossel',
    studentName: 'Odalys',
    printedOn: '26 Nov 2026',
    song,
    plan,
    conventions: own,
    paper: 'A4',
    size: SIZE,
    lesson: { heading: 'Until Tuesday', pieces },
  });
}

function wordsOf(conventions: Partial<Conventions> = {}): string {
  return flat(sheetOf(CHART, conventions).content).join('');
}

/** Every size that words are set in. */
function sizesIn(content: unknown): readonly number[] {
  if (Array.isArray(content)) return content.flatMap(sizesIn);
  if (typeof content !== 'object' || content === null) return [];
  return Object.entries(content).flatMap(([key, value]): readonly number[] =>
    key === 'fontSize' && typeof value === 'number' ? [value] : sizesIn(value),
  );
}

const ORDER: SheetOrder = {
  title: 'A',
  playedBy: '',
  studentName: '',
  printedOn: '26 Nov 2026',
  paper: 'A4',
  document: EMPTY_SONG,
  teaching: USUAL_TEACHING,
  conventions: USUAL_CONVENTIONS,
  events: [],
  lesson: { heading: 'The first week', minutes: 60 },
};

describe('a stand sheet', () => {
  it('is printed of a song in which nothing stands yet', async () => {
    const pdf = await printSheet({ ...ORDER, paper: 'LETTER' });
    expect(new TextDecoder().decode(pdf.slice(0, 5))).toBe('%PDF-');
  });

  it('has frame, map, parts in bars, grips and the next lesson, in this order', () => {
    const words = wordsOf();
    const order = [
      'for Odalys',
      'capo 2',
      'Verse\u00a04\u00a0bars',
      'Lift\u00a02\u00a0bars',
      'Until Tuesday',
      'Sore,',
    ];
    const places = order.map((one) => words.indexOf(one));
    expect(places.every((place) => place >= 0)).toBeTrue();
    expect([...places].sort((a, b) => a - b)).toEqual(places);
  });

  it('draws a pattern where it is played first, and once', () => {
    const drawn = wordsOf().split('&amp;');
    // Its four off-beats stand below one lane.
    expect(drawn.length - 1).toBe(4);
    expect(drawn[0]).toMatch(/Verse<svg/);
  });

  it('says beside a part what differs where it comes again, and what it is moved', () => {
    expect(wordsOf()).toContain('Verse 2: bar 4 is G');
    const moved = flat(sheetOf('map: Verse, Verse +2\n[Verse]\n| G | D |').content).join('');
    expect(moved).toContain('Verse, up 2 frets: A, E for G, D');
  });

  it('tells on its map what is moved', () => {
    const moved = flat(sheetOf('map: Verse, Verse +2, Verse -1\n[Verse]\n| G |').content).join('');
    expect(moved.replaceAll('\u00a0', ' ')).toContain(
      'Verse 1 bar · Verse, up 2 1 bar · Verse, down 1 1 bar',
    );
  });

  it('goes line by line, and says of one that comes again later which it is', () => {
    const chart = '[A]\n| G | D |\n| Em | C | Am |\n| G | D |\n| G | C |\n| Em | C | Am |';
    const words = flat(sheetOf(chart).content).join(' ').replaceAll('\u00a0', ' ');
    expect(words).toContain('as line 1');
    expect(words).toContain('as line 2');
    // Above its grip and once in its bar: the line that comes again is not written out.
    expect(flat(sheetOf(chart).content).filter((one) => one === 'Am').length).toBe(2);
  });

  it('writes a row that comes again once, and how often', () => {
    const again = flat(sheetOf('[A]\n| G | D | Em | C | G | D | Em | C | G |').content).join('');
    expect(again).toContain('× 2');
    expect(again.split('Em').length - 1).toBeLessThan(5);
  });

  it('sets no word smaller than 14 points, but for signs that stand taller', () => {
    const least = Math.min(...sizesIn(sheetOf().content));
    expect(least).toBeGreaterThanOrEqual(14 * 0.8);
  });

  it('has a box for every rung until the next lesson', () => {
    const { steps } = makePlan(readChart(CHART).song);
    const pieces = untilLesson(stepProgress(steps, []), 60).slice(0, 6);
    const rungs = pieces.map(
      ({ step, fromBpm, toBpm }) =>
        step.rungs.filter((one) => one >= (fromBpm ?? 0) && one <= (toBpm ?? 0)).length,
    );
    const boxes = rungs.reduce((sum, one) => sum + Math.max(1, one), 0);
    expect(wordsOf().split('stroke-width="1" fill="none"').length - 1).toBe(boxes);
  });

  it('is one page for a whole song, on either paper', async () => {
    for (const paper of ['A4', 'LETTER'] as const) {
      const pdf = await printSheet({ ...ORDER, document: BARGE, paper });
      expect(pageCount(pdf)).toBe(1);
    }
  });

  it('goes on to a second page only for what does not fit', async () => {
    const lines = Array.from(
      { length: 40 },
      (_, at) => `| C | ${'ABCDEFG'[at % 7] ?? ''}7 | F | G |`,
    );
    const document = readChart(`[A]\n${lines.join('\n')}`).song;
    expect(pageCount(await printSheet({ ...ORDER, document }))).toBeGreaterThan(1);
  });

  it('calls chords as its reader is used to', () => {
    expect(wordsOf()).toContain('F♯m');
    expect(wordsOf({ names: 'sounding' })).toContain('G♯m');
  });
});

describe('the drawings of a sheet', () => {
  it('are those of the screen: frets counted with the capo, a barre behind its finger', () => {
    const held = { grip: [1, 3, 3, 2, 1, 1], fingers: [1, 3, 4, 2, 1, 1] as const };
    const setup = { tuning: STANDARD_TUNING, capo: 2 };
    const conventions = { ...USUAL_CONVENTIONS, frets: 'nut' as const };
    const drawn = printed(gripDrawing({ ...held, setup, conventions }), 1);
    expect(drawn).toContain('>3</text>');
    expect(drawn.split('stroke-linecap="round"').length - 1).toBe(1);
  });

  it('draw an arrow for each strum and a number for each pluck, with the counts below', () => {
    const chart = 'meter: 2/4\npattern two 2/4: D - D U\npattern pick 2/4: 5 3 2 1\n[A]\n| G |';
    const { two, pick } = makePlan(readChart(chart).song).work.patterns.named;
    const drawn = two ? printed(laneDrawing(two, { counts: 'syllables' }), 0.5) : '';
    expect(drawn).toContain('width="80" height="39"');
    expect(drawn.split('stroke-width="2.4"').length - 1).toBe(3);
    expect(drawn).toContain('&amp;');
    expect(pick ? printed(laneDrawing(pick, { counts: 'numbers' }), 1) : '').toContain('>5</text>');
  });

  it('break a long ladder into rows', () => {
    expect(rungsSvg([60])).toContain('height="18"');
    expect(rungsSvg(Array.from({ length: 12 }, (_, index) => 60 + index))).toContain('height="36"');
  });

  it('take each sign from a font that has it', () => {
    expect(textRuns('F♯m → B′')).toEqual([
      { text: 'F', font: 'Text' },
      { text: '♯', font: 'Signs' },
      { text: 'm ', font: 'Text' },
      { text: '→', font: 'Signs' },
      { text: ' B', font: 'Text' },
      { text: '′', font: 'Display' },
    ]);
    expect(textRuns('Łódź').map((run) => run.font)).toEqual(['Extended', 'Text', 'Extended']);
  });
});

describe('printing', () => {
  let studio: TestStudio;
  let owner: Visitor;
  let bram: Visitor;
  let wiebke: Visitor;
  let songId: string;
  beforeAll(async () => {
    ({ studio, owner } = await TestStudio.withOwner());
    bram = await studio.add(owner, { signInName: 'bram' });
    wiebke = await studio.add(owner, { signInName: 'wiebke' });
    songId = (await owner.send<Song>('POST', '/api/songs', { title: 'A “song”', playedBy: '' }))
      .body.id;
    await owner.send('PUT', `/api/songs/${songId}`, {
      baseRevision: 1,
      document: readChart(CHART).song,
    });
    await owner.send('POST', `/api/songs/${songId}/assign`, {
      revision: 2,
      studentIds: [bram.person.id],
    });
  });
  afterAll(() => studio.close());

  it('gives the sheet of a plan to its student and to teachers, and hides it from others', async () => {
    const [plan] = (await bram.get<readonly PlanSummary[]>('/api/plans')).body;
    const path = `/api/plans/${plan?.id ?? ''}/sheet.pdf`;
    for (const who of [bram, owner]) {
      const { status, headers, body } = await who.get<string>(path);

      expect([status, headers.get('content-type')]).toEqual([200, 'application/pdf']);
      expect(headers.get('content-disposition')).toBe('inline; filename="A-song.pdf"');
      expect(body.startsWith('%PDF-1.')).toBeTrue();
    }
    expect((await wiebke.get(path)).status).toBe(404);
    expect((await bram.get(`/api/songs/${songId}/sheet.pdf`)).status).toBe(403);
  });

  it('prints on the paper that is asked for, and on no other', async () => {
    const page = async (paper: string) =>
      /MediaBox \[0 0 (\d+)/.exec(
        (await owner.get<string>(`/api/songs/${songId}/sheet.pdf${paper}`)).body,
      )?.[1];
    expect(await page('')).toBe('595');
    expect(await page('?paper=letter')).toBe('612');
    const wrong = await owner.get<{ readonly field: string }>(
      `/api/songs/${songId}/sheet.pdf?paper=napkin`,
    );
    expect([wrong.status, wrong.body.field]).toEqual([400, 'paper']);
  });
});
