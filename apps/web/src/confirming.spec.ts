import { HttpClient } from '@angular/common/http';
import type { HttpTestingController } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { firstValueFrom, of } from 'rxjs';
import { Confirming } from './features/account';
import { setUpPage } from './testing/page';

const ASKED = { status: 403, code: 'confirm-needed', title: 'Once more.', remedy: 'Give it.' };

describe('what asks for the password once more', () => {
  let http: HttpTestingController;
  const confirming = { ask: jasmine.createSpy() };
  beforeEach(() => {
    confirming.ask.calls.reset();
    http = setUpPage([{ provide: Confirming, useValue: confirming }]);
  });
  const send = (): Promise<unknown> =>
    firstValueFrom(TestBed.inject(HttpClient).post('/api/people/1/put-away', {}));
  const refuse = (): void =>
    http.expectOne('/api/people/1/put-away').flush(ASKED, { status: 403, statusText: '' });
  const moment = () => new Promise((resolve) => setTimeout(resolve, 50));

  it('is sent again once the password was given', async () => {
    confirming.ask.and.returnValue(of(true));
    const sent = send();
    refuse();
    await moment();
    http.expectOne('/api/people/1/put-away').flush({ done: true });
    expect(await sent).toEqual({ done: true });
  });

  it('is told as not done where the person leaves it', async () => {
    confirming.ask.and.returnValue(of(false));
    const sent = send();
    refuse();
    await expectAsync(sent).toBeRejectedWith(jasmine.objectContaining({ code: 'confirm-needed' }));
    http.verify();
  });

  it('is not asked for where something else was refused', async () => {
    const sent = send();
    http
      .expectOne('/api/people/1/put-away')
      .flush({ ...ASKED, code: 'not-allowed' }, { status: 403, statusText: '' });
    await expectAsync(sent).toBeRejected();
    expect(confirming.ask).not.toHaveBeenCalled();
  });
});
