import { inflateSync } from 'node:zlib';
import type { PlanSummary, Song } from '@harvu/contract';
import { NEW_PROFILE } from '@harvu/contract';
import { USUAL_CONVENTIONS } from '@harvu/core/conventions';
import { readChart } from '@harvu/core/chart';
import { USUAL_TEACHING } from '@harvu/core/plan';
import { TestStudio, type Visitor } from '../../../../testing/test-studio';
import { pageCount } from '../pdf';
import { practiceCard, type CardOrder } from './practice-card';
import { printPaper } from './print-paper';
import { programmeSheet } from './programme-sheet';
import { reportSheet } from './report-sheet';
import { songSheet, type SongSheetOrder } from './song-sheet';

/** All words of a paper, in order. */
function flat(content: unknown): readonly string[] {
  if (typeof content === 'string') return [content];
  if (Array.isArray(content)) return content.flatMap(flat);
  if (typeof content !== 'object' || content === null) return [];
  const { text, stack, columns, table } = content as Record<string, unknown>;
  const body = (table as { readonly body?: unknown } | undefined)?.body;
  return [text, stack, columns, body].flatMap(flat);
}
const wordsOf = ({ content }: { readonly content: unknown }): string => flat(content).join('');

/** How many things are painted on the pages of a PDF. */
function strokesIn(pdf: Uint8Array): number {
  const all = Buffer.from(pdf);
  let count = 0;
  for (let at = all.indexOf('stream\n'); at >= 0; at = all.indexOf('stream\n', at + 7)) {
    const end = all.indexOf('endstream', at);
    const packed = all.subarray(at + 7, end);
    try {
      count +=
        inflateSync(packed)
          .toString('latin1')
          .match(/(?:\bTJ|\bTj|\nS|\nf)\b/g)?.length ?? 0;
    } catch {
      // Fonts and other streams that are not packed paint nothing.
    }
  }
  return count;
}

const SONG: SongSheetOrder = {
  ...{ title: 'Lock Gate', playedBy: 'Harn Quay Nine', studentName: '', printedOn: '27 Nov 2026' },
  ...{ paper: 'A4', teaching: USUAL_TEACHING, conventions: USUAL_CONVENTIONS },
  document: readChart(
    'tempo: 120\ncapo: 2\nmap: Verse, Verse, Lift, Verse\n[Verse] cue "down by"\n| G | D |\n[Lift]\n| Em | F#m |',
  ).song,
};

describe('a song sheet', () => {
  it('is the song in its order, what comes again at once written once', () => {
    const words = wordsOf(songSheet(SONG));
    expect(words).toContain('Harn Quay Nine · 8 bars, 0:16 · 27 Nov 2026');
    expect(words).toMatch(/Verse {3}2 timesbar 1 · 0:00“down by …”GD/);
    expect(words).toMatch(/Liftbar 5 · 0:08EmF♯mVersebar 7 · 0:12GD$/);
    expect(words).toContain('capo 2');
  });

  it('says what is not written yet', () => {
    const empty = { ...SONG, document: readChart('').song };
    expect(wordsOf(songSheet(empty))).toContain('Nothing of this song is written yet.');
  });

  it('is as many pages as a long song needs, on either paper', async () => {
    const bars = Array.from({ length: 25 }, () => '| G | D | Em | C | G | D | Am | C |').join('\n');
    const document = readChart(`[A]\n${bars}\n[B]\n${bars.replaceAll('G', 'F')}`).song;
    for (const paper of ['A4', 'LETTER'] as const) {
      const of = { ...SONG, document, paper };
      expect(pageCount(await printPaper({ kind: 'song', of: SONG }))).toBe(1);
      expect(pageCount(await printPaper({ kind: 'song', of }))).toBeLessThan(8);
    }
  });

  it('has every section, however high it is: none is left out without a word', async () => {
    const run =
      '3: 2 h4 p2 4 2: 3 5 3 5 1: 3 5 7 8 7 5 3 . | 3: 2 4 5 7 2: 5 3 2: 8 10 1: 5 7 8 7 5 3 2 3';
    const riff = Array.from({ length: 8 }, () => run).join(' | ');
    const rows = Array.from({ length: 4 }, () => '| G | D | Em | C |').join('\n');
    const chart = (with_: string) =>
      readChart(
        `tempo: 92\nriff long 4/4: ${riff}\n[Verse]\n${rows}\n[Solo]${with_}\n${rows}\n[Out]\n${rows}`,
      ).song;
    const drawn = async (document: SongSheetOrder['document'], paper: 'A4' | 'LETTER') => {
      const pdf = await printPaper({ kind: 'song', of: { ...SONG, document, paper } });
      return { pages: pageCount(pdf), strokes: strokesIn(pdf) };
    };
    for (const paper of ['A4', 'LETTER'] as const) {
      const [plain, tall] = [
        await drawn(chart(''), paper),
        await drawn(chart(' riff long'), paper),
      ];
      expect(tall.pages).withContext(paper).toBeGreaterThan(plain.pages);
      // All that the plain song has, and the riff's own lines of tab.
      expect(tall.strokes)
        .withContext(paper)
        .toBeGreaterThan(plain.strokes + 8 * 6);
    }
  });
});

describe('a card for the stand', () => {
  const CARD: CardOrder = {
    ...{ studentName: 'Wiebke', printedOn: '27 Nov 2026', paper: 'A4', until: 'Thursday 3 Dec' },
    frames: [{ song: 'Lock Gate', words: 'capo 2, 120 bpm' }],
    cards: [{ title: 'G to D', words: 'at 60 bpm, 3 times clean', song: 'Lock Gate', minutes: 5 }],
    days: [
      { day: '2026-11-27', name: 'Fri', minutes: 15 },
      { day: '2026-11-30', name: 'Mon', minutes: 10 },
    ],
  };

  it('says what, how and until when, with a box for each day, and when to stop', () => {
    const words = wordsOf(practiceCard(CARD));
    expect(words).toContain('Wiebke: until Thursday 3 Dec');
    expect(words).toContain('15 min on Fri; 10 min on Mon');
    expect(words).toContain('G to D5\u00a0minat 60 bpm, 3 times cleanFriMon');
    expect(words).toContain('stop for today');
    expect(JSON.stringify(practiceCard(CARD)).match(/"type":"rect"/g)).toHaveSize(2);
  });

  it('is kind where nothing is set', () => {
    expect(wordsOf(practiceCard({ ...CARD, cards: [], frames: [] }))).toContain(
      'play what you like best',
    );
  });
});

describe('a programme', () => {
  const ITEMS = [
    {
      title: 'Lock Gate',
      studentName: 'Bram',
      stands: 'standard tuning, capo 2',
      change: '',
      startsAt: 0,
      lasts: 125,
    },
    {
      title: 'Fog',
      studentName: 'Odalys',
      stands: 'standard tuning, no capo',
      change: 'take the capo off: about 4 s',
      startsAt: 129,
      lasts: 60,
    },
  ] as const;
  const order = {
    title: 'Lanterns',
    day: 'Saturday 12 Dec',
    studioName: 'Halm Yard',
    paper: 'A4',
  } as const;

  it('is for who listens what is played and by whom, for the stage what is done between', async () => {
    const words = wordsOf(programmeSheet({ ...order, items: ITEMS }));
    expect(words).toContain('Lock GateBramFogOdalys');
    expect(words).toContain(
      '— take the capo off: about 4 s2Fog, Odalysstandard tuning, no capo2:09, lasts 1:00',
    );
    expect(pageCount(await printPaper({ kind: 'programme', of: { ...order, items: ITEMS } }))).toBe(
      2,
    );
  });

  it('is one page that says so where nothing is on it', async () => {
    expect(wordsOf(programmeSheet({ ...order, items: [] }))).toContain(
      'Nothing is on the programme yet.',
    );
    expect(pageCount(await printPaper({ kind: 'programme', of: { ...order, items: [] } }))).toBe(1);
  });
});

describe('a report on paper', () => {
  it('tells what was practised, reached and said', () => {
    const words = wordsOf(
      reportSheet({
        ...{
          studentName: 'Odalys',
          studioName: 'Halm Yard',
          printedOn: '27 Nov 2026',
          paper: 'LETTER',
        },
        ...{ from: '1 Sep 2026', to: '27 Nov 2026', line: '90 minutes of practice on 6 days.' },
        weeks: [{ from: '1 Sep', minutes: 90 }],
        songs: [
          {
            title: 'Fog',
            line: 'It was begun.',
            reached: [{ on: '3 Sep', words: 'The first join goes' }],
          },
        ],
        words: [{ on: '4 Sep', words: 'Thumb alone.' }],
      }),
    );
    expect(words).toContain('Halm Yard · 1 Sep 2026 to 27 Nov 2026 · 27 Nov 2026');
    expect(words).toContain(
      'FogIt was begun.3 SepThe first join goesFrom the lessons4 SepThumb alone.',
    );
  });
});

describe('papers of the studio', () => {
  let studio: TestStudio;
  let owner: Visitor;
  let odalys: Visitor;
  let bram: Visitor;
  let plan: PlanSummary | undefined;

  beforeAll(async () => {
    ({ studio, owner } = await TestStudio.withOwner());
    odalys = await studio.add(owner, { signInName: 'odalys', name: 'Odalys' });
    bram = await studio.add(owner, { signInName: 'bram', name: 'Bram' });
    const song = await owner.send<Song>('POST', '/api/songs', { title: 'Pebble', playedBy: '' });
    const path = `/api/songs/${song.body.id}`;
    await owner.send('PUT', path, { baseRevision: 1, document: readChart('[A]\n| G | D |').song });
    await owner.send('POST', `${path}/assign`, { revision: 2, studentIds: [odalys.person.id] });
    [plan] = (await odalys.get<readonly PlanSummary[]>('/api/plans')).body;
    const slot = { weekday: 3, time: '16:30', minutes: 30 };
    await owner.send('PUT', `/api/students/${odalys.person.id}`, {
      ...{ baseVersion: 0, profile: { ...NEW_PROFILE, lessonSlot: slot } },
    });
    const programme = { title: 'Lanterns', day: '2026-12-12', planIds: [plan?.id] };
    await owner.send('PUT', '/api/evening', { baseVersion: 0, programme });
  });
  afterAll(() => studio.close());

  it('are PDFs, of either size, for whom they are', async () => {
    const own = [
      `plans/${plan?.id ?? ''}/song`,
      `students/${odalys.person.id}/card`,
      `students/${odalys.person.id}/report`,
    ];
    const teaching = [`songs/${plan?.songId ?? ''}/song`, 'evening/programme'];
    for (const path of [...own, ...teaching])
      for (const paper of ['a4', 'letter']) {
        const { status, bytes, headers } = await studio.fileOf(
          owner,
          `/api/${path}.pdf?paper=${paper}`,
        );
        expect(status).withContext(path).toBe(200);
        expect(headers.get('content-type')).toBe('application/pdf');
        expect(Buffer.from(bytes).toString('latin1', 0, 5)).toBe('%PDF-');
      }
    for (const path of own) {
      expect((await studio.fileOf(odalys, `/api/${path}.pdf`)).status)
        .withContext(path)
        .toBe(200);
      expect((await studio.fileOf(bram, `/api/${path}.pdf`)).status)
        .withContext(path)
        .toBe(404);
    }
    for (const path of teaching)
      expect((await studio.fileOf(odalys, `/api/${path}.pdf`)).status).toBe(403);
  });

  it('say what is wrong with what was asked', async () => {
    const path = `/api/students/${odalys.person.id}/report.pdf`;
    for (const query of ['?paper=a5', '?from=2026-13-01', '?from=2026-12-01&to=2026-11-01', '?x=1'])
      expect((await studio.fileOf(owner, path + query)).status)
        .withContext(query)
        .toBe(400);
    expect((await studio.fileOf(owner, `${path}?from=2026-09-01&to=2026-11-01`)).status).toBe(200);
  });
});
