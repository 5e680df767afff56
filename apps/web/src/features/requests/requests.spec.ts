import type { HttpTestingController } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { RequestQueue, SongRequest, WeighedRequest } from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import { fitFor, fitTold } from '@harvu/core/fit';
import { Session } from '../../platform/session';
import { setUpPage, ShownPart } from '../../testing/page';
import { AskForm } from './parts/ask-form';
import { AskedSongRow } from './parts/asked-song-row';
import { ChordsForm } from './parts/chords-form';
import { WaitingRequest } from './parts/waiting-request';
import { RequestsState, type AskedSong } from './requests.state';

const REQUEST: SongRequest = {
  ...{ id: 'r1', studentId: 'p1', studentName: 'Bram Tessel', title: 'Pebble Road' },
  ...{ playedBy: 'Nine', why: 'We sing it.', wantedBy: '2026-12-12', status: 'waiting' },
  ...{ reason: '', songId: null, askedAt: '2026-11-20T10:00:00.000Z', chords: '' },
};
const HARD = 'tempo: 150\n[A]\n| Bb Gm | Eb F | Bm C#m | F#m B | Ab Cm | Fm Db |';
const practice = { minutesByWeekday: Array<number>(7).fill(15), today: '2026-11-27' } as const;
const FIT = fitTold(fitFor(readChart(HARD).song, { practice }));
const UNKNOWN: WeighedRequest = { ...REQUEST, shelf: null, chart: null, fit: null, grips: [] };
const LATE: WeighedRequest = {
  ...{ ...UNKNOWN, id: 'r2', title: 'Copper Weir', studentName: 'Ada Lint', playedBy: '' },
  ...{ chords: HARD, chart: 'rough', fit: FIT, grips: ['Bb', 'Gm', 'Eb', 'F', 'Bm'] },
};
const QUEUE: RequestQueue = {
  ...{ today: '2026-11-27', constants: {}, answered: [] },
  waiting: [UNKNOWN, { ...UNKNOWN, id: 'r3', title: 'Peble Road' }, LATE],
  inWork: [{ title: 'Waltz', grips: ['Bb', 'C'] }],
};

describe('requests of a teacher', () => {
  let http: HttpTestingController;
  let state: RequestsState;
  beforeEach(() => {
    http = setUpPage([RequestsState]);
    spyOn(TestBed.inject(Session), 'isTeaching').and.returnValue(true);
    state = TestBed.inject(RequestsState);
    state.load();
    http.expectOne('/api/requests/queue').flush(QUEUE);
  });
  afterEach(() => http.verify());
  const named = (title: string): AskedSong => {
    const song = state.songs().find((one) => one.title === title);
    if (!song) throw new Error(`no song ${title}`);
    return song;
  };

  it('stand together for one song, and are answered together', () => {
    expect(named('Pebble Road').wishes.map(({ id }) => id)).toEqual(['r1', 'r3']);
    state.decline(named('Pebble Road'), 'Later.');
    const decline = http.expectOne('/api/requests/r1/decline');
    expect(decline.request.body).toEqual({ reason: 'Later.', alsoIds: ['r3'] });
    decline.flush({ ...REQUEST, status: 'declined' });
    http.expectOne('/api/requests/queue').flush({ ...QUEUE, waiting: [LATE] });
    expect(state.songs().map(({ title }) => title)).toEqual(['Copper Weir']);
  });

  it('say what has to come first, and what leads there', () => {
    expect(named('Copper Weir').later).toBe('Later: first B♭, Gm, E♭. Waltz leads there.');
    expect(named('Pebble Road').later).toBe('');
  });

  it('keep chords with the request that has some, and weigh anew', () => {
    state.saveChords(named('Copper Weir'), '');
    const save = http.expectOne('/api/requests/r2/chords');
    expect(save.request.body).toEqual({ chords: '' });
    save.flush(null);
    http.expectOne('/api/requests/queue').flush(QUEUE);
  });

  it('show a verdict with its reason, marked rough; the figures only when asked', async () => {
    const shown = await ShownPart.of(AskedSongRow, { song: named('Copper Weir') });
    expect(shown.text).toContain('rough: weighed by pasted chords');
    expect(shown.text).toContain('Later. In full about');
    expect(shown.text).not.toContain('of practice');
    await shown.press('Figures, and why it stands here');
    expect(shown.text).toContain('of practice');
    expect(shown.text).toContain('in all');
  });

  it('are declined only with a reason, prepared where it is for later', async () => {
    const shown = await ShownPart.of(AskedSongRow, { song: named('Copper Weir') });
    const reasons: string[] = [];
    shown.fixture.componentInstance.decline.subscribe((reason) => reasons.push(reason));
    await shown.press('Not now');
    const submit = () => shown.one('form').dispatchEvent(new Event('submit', { cancelable: true }));
    expect(shown.one<HTMLInputElement>('input').value).toContain('Waltz leads there.');
    shown.one<HTMLInputElement>('input').value = '  ';
    submit();
    shown.one<HTMLInputElement>('input').value = ' The waltz first. ';
    submit();
    expect(reasons).toEqual(['The waltz first.']);
  });

  it('take a song from the shelf, or start a new one', async () => {
    const shelf = { id: 's1', title: 'Pebble Road' };
    const shown = await ShownPart.of(AskedSongRow, { song: { ...named('Pebble Road'), shelf } });
    const taken: (string | null)[] = [];
    shown.fixture.componentInstance.accept.subscribe((id) => taken.push(id));
    await shown.press('Take it up from the shelf');
    await shown.press('start a new one');
    expect(taken).toEqual(['s1', null]);
  });
});

describe('pasted chords', () => {
  it('are read as they are typed, and kept once some are there', async () => {
    setUpPage();
    const form = await ShownPart.of(ChordsForm);
    const kept: string[] = [];
    form.fixture.componentInstance.saved.subscribe((chart) => kept.push(chart));
    const type = async (selector: string, value: string) => {
      const field = form.one<HTMLInputElement>(selector);
      field.value = value;
      field.dispatchEvent(new Event('input'));
      await form.settle();
    };
    await type('textarea', 'hello there');
    expect(form.text).toContain('No chord is read in this yet.');
    await type('textarea', 'Verse: G D humming');
    expect(form.text).toContain('2 bars read. Not read: humming.');
    await type('input', '900');
    expect(form.text).toContain('A tempo is 30 to 300 bpm.');
    await type('input', '88');
    form.one('form').dispatchEvent(new Event('submit', { cancelable: true }));
    expect(kept).toEqual(['tempo: 88\nmeter: 4/4\n[Verse]\n| G | D |']);
  });
});

describe('requests', () => {
  let http: HttpTestingController;
  beforeEach(() => (http = setUpPage([RequestsState])));
  afterEach(() => http.verify());

  it('part those that wait from those answered', () => {
    const state = TestBed.inject(RequestsState);
    expect(state.isLoading()).toBeTrue();
    state.load();
    http.expectOne('/api/requests').flush([REQUEST, { ...REQUEST, id: 'r2', status: 'declined' }]);
    expect([state.waiting().length, state.answered().length, state.isLoading()]).toEqual([
      1,
      1,
      false,
    ]);
  });

  it('tell why they cannot be read', () => {
    const state = TestBed.inject(RequestsState);
    state.load();
    http.expectOne('/api/requests').error(new ProgressEvent('error'));
    expect([state.problem()?.code, state.isLoading()]).toEqual(['no-answer', false]);
  });

  it('are asked with what is filled in, no day being null', async () => {
    const form = await ShownPart.of(AskForm);
    await form.press('Ask for it');
    expect(form.text).toContain('Title must be filled in.');
    const title = form.one<HTMLInputElement>('input[formControlName=title]');
    title.value = 'Pebble Road';
    title.dispatchEvent(new Event('input'));
    await form.press('Ask for it');
    const ask = http.expectOne('/api/requests');
    expect(ask.request.body).toEqual({
      title: 'Pebble Road',
      playedBy: '',
      why: '',
      wantedBy: null,
    });
    ask.flush(REQUEST);
    await form.settle();
    expect(form.text).toContain('Asked for Pebble Road.');
  });

  it('show a student no buttons to answer with', async () => {
    const shown = await ShownPart.of(WaitingRequest, { request: REQUEST });
    expect(shown.all('button')).toEqual([]);
    expect(shown.text).toContain('wanted by 12 Dec');
  });
});
