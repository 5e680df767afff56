import type { HttpTestingController } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { SongRequest } from '@harvu/contract';
import { setUpPage, Shown } from '../../testing/page';
import { AskForm } from './parts/ask-form';
import { WaitingRequest } from './parts/waiting-request';
import { RequestsState } from './requests.state';

const REQUEST: SongRequest = {
  ...{ id: 'r1', studentId: 'p1', studentName: 'Bram', title: 'Pebble Road', playedBy: 'Nine' },
  ...{ why: 'We sing it.', wantedBy: '2026-12-12', status: 'waiting', reason: '' },
  ...{ songId: null, askedAt: '2026-11-20T10:00:00.000Z' },
};

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
    state.decline('r1', 'Later.');
    const decline = http.expectOne('/api/requests/r1/decline');
    expect(decline.request.body).toEqual({ reason: 'Later.' });
    decline.flush({ ...REQUEST, status: 'declined', reason: 'Later.' });
    expect([state.waiting().length, state.answered().length]).toEqual([0, 2]);
  });

  it('tell why they cannot be read', () => {
    const state = TestBed.inject(RequestsState);
    state.load();
    http.expectOne('/api/requests').error(new ProgressEvent('error'));
    expect([state.problem()?.code, state.isLoading()]).toEqual(['no-answer', false]);
  });

  it('are asked with what is filled in, no day being null', async () => {
    const form = await Shown.of(AskForm);
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

  it('are declined only with a reason', async () => {
    const shown = await Shown.of(WaitingRequest, { request: REQUEST, canAnswer: true });
    const reasons: string[] = [];
    shown.fixture.componentInstance.decline.subscribe((reason) => reasons.push(reason));
    await shown.press('Decline');
    const submit = () => shown.one('form').dispatchEvent(new Event('submit', { cancelable: true }));
    submit();
    shown.one<HTMLInputElement>('input').value = ' The waltz first. ';
    submit();
    expect(reasons).toEqual(['The waltz first.']);
  });

  it('show a student no buttons to answer with', async () => {
    const shown = await Shown.of(WaitingRequest, { request: REQUEST, canAnswer: false });
    expect(shown.all('button')).toEqual([]);
    expect(shown.text).toContain('wanted by 12 Dec');
  });
});
