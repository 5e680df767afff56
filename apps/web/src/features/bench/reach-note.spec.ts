import { setUpPage, ShownPart } from '../../testing/page';
import { ReachNote } from './parts/reach-note';

describe('a song that somebody learns already', () => {
  beforeEach(() => {
    jasmine.clock().install().mockDate(new Date('2026-11-26T10:00:00.000Z'));
  });
  afterEach(() => jasmine.clock().uninstall());

  it('says, after a pause, whom its newest state does not reach', async () => {
    const http = setUpPage();
    const note = await ShownPart.of(ReachNote, { songId: 's', revision: 4 });
    http.expectNone('/api/plans');
    jasmine.clock().tick(2000);
    const plan = { songId: 's', withdrawnAt: null, revision: 4 };
    http.expectOne('/api/plans').flush([
      { ...plan, studentName: 'Odalys Renn', revision: 3 },
      { ...plan, studentName: 'Bram Tessel' },
      { ...plan, studentName: 'Wiebke Halm', revision: 2, withdrawnAt: '2026-11-26T10:00:00.000Z' },
      { ...plan, studentName: 'Ilse Korrin', revision: 1, songId: 'other' },
    ]);
    await note.settle();
    expect(note.text).toContain('Not reached by this change: Odalys Renn.');
    expect(note.one<HTMLAnchorElement>('a').getAttribute('href')).toBe('/songs/s/steps');
  });

  it('says nothing when everybody has the newest, or nobody can be asked', async () => {
    const http = setUpPage();
    const note = await ShownPart.of(ReachNote, { songId: 's', revision: 4 });
    jasmine.clock().tick(2000);
    http.expectOne('/api/plans').flush(null, { status: 500, statusText: 'Failure' });
    await note.settle();
    expect(note.text).toBe('');
  });
});
