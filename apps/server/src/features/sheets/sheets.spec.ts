import type { PlanSummary, Song } from '@harvu/contract';
import { USUAL_CONVENTIONS, type Conventions } from '@harvu/core/conventions';
import { gripDrawing, laneDrawing } from '@harvu/core/drawing';
import { STANDARD_TUNING } from '@harvu/core/pitch';
import { makePlan, USUAL_TEACHING } from '@harvu/core/plan';
import { EMPTY_SONG } from '@harvu/core/song';
import { readChart } from '@harvu/core/chart';
import { TestStudio, type Visitor } from '../../../testing/test-studio';
import { printSheet } from './print-sheet';
import { printed, rungsSvg } from './sheet-drawings';
import { sheetDocument } from './sheet-document';
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

function wordsOf(conventions: Partial<Conventions> = {}): string {
  const { song } = readChart(CHART);
  const own = { ...USUAL_CONVENTIONS, ...conventions };
  const document = sheetDocument({
    ...{ title: 'Slow Barge', playedBy: 'Ossel', studentName: 'Odalys', printedOn: '2026-11-26' },
    ...{ song, plan: makePlan(song, { names: own.names }), conventions: own, paper: 'A4' },
  });
  return flat(document.content).join('');
}

describe('a lesson sheet', () => {
  it('is printed of a song in which nothing stands yet', async () => {
    const pdf = await printSheet({
      ...{ title: 'A', playedBy: '', studentName: '', printedOn: '2026-11-26', paper: 'LETTER' },
      ...{ document: EMPTY_SONG, teaching: USUAL_TEACHING, conventions: USUAL_CONVENTIONS },
    });
    expect(new TextDecoder().decode(pdf.slice(0, 5))).toBe('%PDF-');
  });

  it('has frame, map, parts, grips, changes, patterns and steps, in this order', () => {
    const words = wordsOf();
    const order = [
      'E A D G B E',
      'The map',
      'Parts, each once',
      'Grips',
      'Changes',
      'Patterns',
      'Steps, with rungs',
    ];
    const places = order.map((one) => words.indexOf(one));
    expect(places.every((place) => place >= 0)).toBeTrue();
    expect([...places].sort((a, b) => a - b)).toEqual(places);
    expect(words).toContain('capo 2');
  });

  it('writes a part that differs by what differs alone', () => {
    expect(wordsOf()).toMatch(/A′ {2}Verse 2 {3}as A, but4G/);
  });

  it('has a box for every rung of every step', () => {
    const { song } = readChart(CHART);
    const boxes = makePlan(song).steps.reduce(
      (sum, step) => sum + Math.max(1, step.rungs.length),
      0,
    );
    expect(wordsOf().split('<rect').length - 1).toBe(boxes);
  });

  it('is written in the words its reader is used to', () => {
    expect(wordsOf()).toContain('string 6');
    expect(wordsOf({ strings: 'letters' })).toContain('low E string');
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
    expect(wordsOf()).toContain('stroke-linecap');
  });

  it('draw an arrow for each strum and a number for each pluck, with the counts below', () => {
    const chart = 'meter: 2/4\npattern two 2/4: D - D U\npattern pick 2/4: 5 3 2 1\n[A]\n| G |';
    const { two, pick } = makePlan(readChart(chart).song).work.patterns.named;
    const drawn = two ? printed(laneDrawing(two, 'syllables'), 0.5) : '';
    expect(drawn).toContain('width="80" height="39"');
    expect(drawn.split('stroke-width="2.4"').length - 1).toBe(3);
    expect(drawn).toContain('&amp;');
    expect(pick ? printed(laneDrawing(pick, 'numbers'), 1) : '').toContain('>5</text>');
  });

  it('break a long ladder into rows', () => {
    expect(rungsSvg([60])).toContain('height="13"');
    expect(rungsSvg(Array.from({ length: 12 }, (_, index) => 60 + index))).toContain('height="26"');
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
