import type { HttpTestingController } from '@angular/common/http/testing';
import type { Overview, SongSummary } from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import { makePlan } from '@harvu/core/plan';
import { overviewOf, standingOf } from '@harvu/core/standing';
import { of, throwError, type Observable } from 'rxjs';
import { PlanStore } from '../../store';
import { NOTHING } from '../../testing/overview';
import { setUpPage, ShownPart } from '../../testing/page';
import { SongsPage } from './songs-page';

const overview = overviewOf(standingOf(makePlan(readChart('tempo: 92\n[A]\n| G | D |').song), []));
const song = (title: string, more: Partial<SongSummary> = {}): SongSummary => ({
  ...{ id: title, title, playedBy: 'Ossel', revision: 2, savedAt: '2026-11-20T10:00:00.000Z' },
  ...{ studentCount: 0, tags: [], place: 'here', movedAt: null, keptUntil: null, chords: ['G'] },
  blocks: [{ letter: 'A', name: 'Verse', bars: 8 }],
  ...more,
});
const learnt: Overview = {
  ...NOTHING,
  songs: [
    {
      ...{ id: 'p', songId: 'Weir', title: 'Weir', playedBy: '', studentId: 'o', revision: 2 },
      ...{ studentName: 'Odalys Renn', assignedAt: '', withdrawnAt: null, overview },
    },
  ],
};

describe('the list of songs', () => {
  let http: HttpTestingController;
  const open = async (
    songs: readonly SongSummary[],
    known: Observable<Overview> = of(learnt),
  ): Promise<ShownPart<SongsPage>> => {
    http = setUpPage([{ provide: PlanStore, useValue: { overview: () => known } }]);
    const page = await ShownPart.of(SongsPage);
    http.expectOne('/api/songs').flush(songs);
    await page.settle();
    return page;
  };
  const row = (page: ShownPart<SongsPage>, title: string) =>
    page
      .all('li')
      .find((one) => one.querySelector('.font-display')?.textContent.trim() === title)
      ?.textContent.replace(/\s+/g, ' ');
  const choose = async (page: ShownPart<SongsPage>, words: string) => {
    await page.press('More');
    const item = [...document.querySelectorAll<HTMLElement>('[cdkMenuItem]')].find((one) =>
      one.textContent.includes(words),
    );
    item?.click();
    await page.settle();
  };
  afterEach(() => http.verify());

  it('says who learns a song and how far they are', async () => {
    const page = await open([song('Weir', { studentCount: 1 }), song('Ebb')]);
    expect(row(page, 'Weir')).toContain('Odalys: not yet whole');
    expect(row(page, 'Ebb')).toContain('nobody learns it yet');
    expect(row(page, 'Ebb')).toContain('touched 20 Nov');
    expect(page.all('harvu-ribbon button').length).toBe(2);
  });

  it('says how many learn it where it is not known who', async () => {
    const failed = throwError(() => new Error('away'));
    const page = await open([song('Weir', { studentCount: 3 })], failed);
    expect(row(page, 'Weir')).toContain('3 students learn it');
  });

  it('is narrowed by a tag', async () => {
    const page = await open([song('Weir', { tags: ['capo'] }), song('Ebb', { tags: ['evening'] })]);
    await page.press('evening');
    expect([row(page, 'Weir'), row(page, 'Ebb')]).toEqual([
      undefined,
      jasmine.any(String) as never,
    ]);
    await page.press('evening');
    expect(row(page, 'Weir')).toBeDefined();
  });

  it('gives a song another name and tags, and shows them once they are kept', async () => {
    const page = await open([song('Weir')]);
    await choose(page, 'Name and tags');
    const [name, , words] = page.all<HTMLInputElement>('harvu-song-row input');
    if (!name || !words) throw new Error('the fields are not there');
    name.value = 'Weir at Night';
    words.value = ' capo, , evening ';
    await page.press('Keep');
    const put = http.expectOne({ method: 'PUT', url: '/api/songs/Weir/head' });
    expect(put.request.body).toEqual({
      ...{ title: 'Weir at Night', playedBy: 'Ossel', tags: ['capo', 'evening'] },
    });
    put.flush(null);
    http.expectOne('/api/songs').flush([song('Weir at Night', { tags: ['capo'] })]);
    await page.settle();
    expect(row(page, 'Weir at Night')).toContain('Ossel · capo');
  });

  it('puts a song away and brings it back; a deleted one says until when it is kept', async () => {
    const page = await open([song('Weir')]);
    await choose(page, 'Put it away');
    const put = http.expectOne({ method: 'PUT', url: '/api/songs/Weir/place' });
    expect(put.request.body).toEqual({ place: 'away' });
    put.flush(null);
    const gone = { place: 'deleted', keptUntil: '2026-12-26T10:00:00.000Z' } as const;
    http.expectOne('/api/songs').flush([song('Weir', { place: 'away' }), song('Ebb', gone)]);
    await page.settle();
    expect(page.text).toMatch(/Put away: 1.*Deleted, kept for 30 days: 1/);
    expect(row(page, 'Ebb')).toContain('kept until 26 Dec');
    await page.press('Bring it back');
    http.expectOne('/api/songs/Weir/place').flush(null);
    http.expectOne('/api/songs').flush([song('Weir')]);
    await page.settle();
    expect(page.text).not.toContain('Put away');
  });

  it('says why a song cannot be deleted, and leaves it', async () => {
    const page = await open([song('Weir', { studentCount: 1 })]);
    await choose(page, 'Delete it');
    const problem = { status: 409, code: 'conflict', title: 'A student learns this song.' };
    http
      .expectOne('/api/songs/Weir/place')
      .flush({ ...problem, remedy: 'Take it back first.' }, { status: 409, statusText: '' });
    await page.settle();
    expect(page.text).toContain('A student learns this song.');
    expect(row(page, 'Weir')).toBeDefined();
  });
});
