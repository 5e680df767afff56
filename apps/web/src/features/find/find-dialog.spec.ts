import { DialogRef } from '@angular/cdk/dialog';
import { Router } from '@angular/router';
import { Session } from '../../platform/session';
import { setUpPage, ShownPart } from '../../testing/page';
import { FindDialog } from './find-dialog';

const songs = [
  { id: 's1', title: 'Tin Lantern Waltz', tags: ['evening'], place: 'here', chords: ['G', 'Em'] },
  { id: 's2', title: 'Slow Barge', tags: [], place: 'away', chords: ['F#m', 'D'] },
  { id: 's3', title: 'Lost Lantern', tags: [], place: 'deleted', chords: ['F#m'] },
];
const people = [
  { id: 'o', name: 'Odalys Renn', role: 'student' },
  { id: 'l', name: 'Lowe Hanning', role: 'student' },
  { id: 'i', name: 'Ilse Korrin', role: 'owner' },
];
const plans = [
  {
    ...{ id: 'p', songId: 's2', title: 'Slow Barge', playedBy: '', studentId: 'o', revision: 1 },
    ...{ studentName: 'Odalys Renn', assignedAt: '', withdrawnAt: null },
  },
];

describe('finding', () => {
  let gone: string[];
  const open = async (isTeaching = true) => {
    gone = [];
    const http = setUpPage([
      { provide: DialogRef, useValue: { close: () => undefined } },
      { provide: Session, useValue: { isTeaching: () => isTeaching } },
      { provide: Router, useValue: { navigateByUrl: (path: string) => gone.push(path) } },
    ]);
    const dialog = await ShownPart.of(FindDialog);
    for (const request of http.match('/api/songs')) request.flush(songs);
    for (const request of http.match('/api/people')) request.flush(people);
    http.expectOne('/api/plans').flush(plans);
    await dialog.settle();
    return dialog;
  };
  const find = async (dialog: ShownPart<FindDialog>, words: string) => {
    const field = dialog.one<HTMLInputElement>('input');
    field.value = words;
    field.dispatchEvent(new Event('input'));
    await dialog.settle();
    return dialog.all('li').map((one) =>
      [...one.childNodes]
        .map((part) => part.textContent?.trim())
        .join(' ')
        .trim(),
    );
  };

  it('names songs at hand and put away, never deleted ones', async () => {
    const dialog = await open();
    expect(await find(dialog, 'lantern')).toEqual(['Tin Lantern Waltz song, its bench · evening']);
    expect(await find(dialog, 'barge')).toContain('Slow Barge song, its bench');
  });

  it('shows nothing until all is known, so that nothing moves under the hand', async () => {
    gone = [];
    const http = setUpPage([
      { provide: DialogRef, useValue: { close: () => undefined } },
      { provide: Session, useValue: { isTeaching: () => true } },
      { provide: Router, useValue: { navigateByUrl: (path: string) => gone.push(path) } },
    ]);
    const dialog = await ShownPart.of(FindDialog);
    http.expectOne('/api/plans').flush(plans);
    http.expectOne('/api/people').flush(people);
    expect(await find(dialog, 'barge')).toEqual(['Looking …']);
    dialog.one('input').dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    expect(gone).toEqual([]);
    http.expectOne('/api/songs').flush(songs);
    await dialog.settle();
    expect((await find(dialog, 'barge'))[0]).toBe('Slow Barge song, its bench');
  });

  it('names people with and without songs', async () => {
    const dialog = await open();
    expect(await find(dialog, 'odalys')).toEqual([
      'Odalys Renn student, a song in work',
      'Odalys Renn Slow Barge',
    ]);
    expect(await find(dialog, 'lowe')).toEqual(['Lowe Hanning student, without a song']);
    dialog.one('input').dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    expect(gone).toEqual(['/students/l']);
  });

  it('names the songs that a chord is in, however it is typed', async () => {
    const dialog = await open();
    for (const typed of ['F#m', 'f#m', 'F♯m'])
      expect(await find(dialog, typed)).toEqual(['F♯m a chord of Slow Barge']);
    expect(await find(dialog, 'Bbmaj9')).toEqual(['Nothing of that name.']);
  });

  it('names a student their own songs alone', async () => {
    const dialog = await open(false);
    expect(await find(dialog, '')).toEqual(['Slow Barge your song']);
  });
});
