import { DialogRef } from '@angular/cdk/dialog';
import type { HttpTestingController } from '@angular/common/http/testing';
import { signal } from '@angular/core';
import { of } from 'rxjs';
import { Session } from '../../platform/session';
import { setUpPage, ShownPart } from '../../testing/page';
import { AccountPage } from './account-page';
import { ConfirmDialog } from './parts/confirm-dialog';
import { SquareCode } from './parts/square-code';

const HERE = { id: 's1', device: 'a computer', isThis: true };
const AT = { createdAt: '2026-11-20T10:00:00.000Z', seenAt: '2026-11-24T10:00:00.000Z' };
const SESSIONS = [
  { ...HERE, ...AT },
  { ...HERE, ...AT, id: 's2', device: 'a phone', isThis: false },
];

const OWN = { madeAt: '2026-11-24T10:00:00.000Z', hasPractice: false };

describe('one’s own account', () => {
  let http: HttpTestingController;
  let page: ShownPart<AccountPage>;
  const person = signal({ role: 'teacher', hasSecondFactor: false });

  async function open(isTeaching = true): Promise<void> {
    const session = { person, isTeaching: signal(isTeaching), load: () => of(null) };
    http = setUpPage([{ provide: Session, useValue: session }]);
    page = await ShownPart.of(AccountPage);
    http.expectOne('/api/me/sessions').flush(SESSIONS);
    http.expectOne('/api/me/calendar').flush({ madeAt: null, hasPractice: false });
    await page.settle();
  }
  const type = async (selector: string, words: string): Promise<void> => {
    const field = page.one<HTMLInputElement>(selector);
    field.value = words;
    field.dispatchEvent(new Event('input'));
    await page.settle();
  };

  it('shows where it is signed in, and signs out elsewhere', async () => {
    await open();
    expect(page.text).toContain('a computer · here');
    expect(page.all('li').length).toBe(2);
    await page.press('Sign out');
    http.expectOne('/api/me/sessions/s2/end').flush(null);
    http.expectOne('/api/me/sessions').flush(SESSIONS.slice(0, 1));
    await page.settle();
    expect(page.text).toContain('Signed out there.');
    expect(page.text).not.toContain('Sign out everywhere else');
  });

  it('gives its dates away by an address that is shown once, and takes it back', async () => {
    await open(false);
    page.one<HTMLInputElement>('harvu-own-calendar input[type=checkbox]').click();
    await page.press('Make an address');
    const made = http.expectOne({ method: 'POST', url: '/api/me/calendar' });
    expect(made.request.body).toEqual({ hasPractice: true });
    made.flush({ path: '/api/calendar/secret.ics' });
    http.expectOne({ method: 'GET', url: '/api/me/calendar' }).flush({ ...OWN, hasPractice: true });
    await page.settle();
    const address = page.one<HTMLInputElement>('#calendar-address');
    expect(address.value).toBe(`${location.origin}/api/calendar/secret.ics`);
    expect(page.text).toContain('Whoever has the address can read these dates.');
    await page.press('End it');
    http.expectOne('/api/me/calendar/end').flush(null);
    await page.settle();
    expect(page.all('#calendar-address').length).toBe(0);
    expect(page.text).toContain('Make an address');
  });

  it('changes its password, and says what is wrong with one before it is sent', async () => {
    await open(false);
    await type('[formControlName=password]', 'old password');
    await type('[formControlName=next]', 'short');
    await page.press('Change the password');
    http.expectNone('/api/me/password');
    expect(page.text).toContain('must be at least 8 characters');
    await type('[formControlName=next]', 'gravel moth canoe');
    await page.press('Change the password');
    http.expectOne('/api/me/password').error(new ProgressEvent('error'));
    await page.settle();
    expect(page.text).toContain('What you wrote is still here.');
    expect(page.one<HTMLInputElement>('[formControlName=next]').value).toBe('gravel moth canoe');
    await page.press('Change the password');
    const sent = http.expectOne('/api/me/password');
    expect(sent.request.body).toEqual({ password: 'old password', next: 'gravel moth canoe' });
    sent.flush(null);
    http.expectOne('/api/me/sessions').flush(SESSIONS.slice(0, 1));
    await page.settle();
    expect(page.text).toContain('Your password is changed.');
    expect(page.text).not.toContain('A second factor');
  });

  it('takes a second factor, and shows its recovery codes once', async () => {
    await open();
    await page.press('Set it up');
    http
      .expectOne('/api/me/second-factor/start')
      .flush({ secret: 'ABCDEFGH', uri: 'otpauth://totp/Harvu:tove?secret=ABCDEFGH' });
    await page.settle();
    expect(page.text).toContain('ABCD EFGH');
    expect(page.all('harvu-square-code path').length).toBe(1);
    await type('input[aria-label="The code it shows"]', '123456');
    await page.press('It shows this code');
    const sent = http.expectOne('/api/me/second-factor');
    expect(sent.request.body).toEqual({ code: '123456' });
    sent.flush({ codes: ['aaaaa-bbbbb', 'ccccc-ddddd'] });
    await page.settle();
    expect(page.text).toContain('aaaaa-bbbbb');
    expect(page.text).toContain('Keep these codes');
  });
});

describe('a square for a telephone', () => {
  it('has its three corners, and nothing in the quiet around it', async () => {
    setUpPage();
    const square = await ShownPart.of(SquareCode, { words: 'otpauth://totp/Harvu:tove' });
    const path = square.one('path').getAttribute('d') ?? '';
    const size = Number(square.one('svg').getAttribute('viewBox')?.split(' ')[2]) - 8;
    for (const [x, y] of [
      [0, 0],
      [size - 1, 0],
      [0, size - 1],
    ] as const)
      expect(path).toContain(`M${x} ${y}h1`);
    expect(path).not.toContain(`M${size} `);
    expect(path).not.toMatch(/M-/);
  });
});

describe('the question for one’s password', () => {
  it('closes once the server has taken it, and says where it has not', async () => {
    const dialog = { close: jasmine.createSpy() };
    const http = setUpPage([{ provide: DialogRef, useValue: dialog }]);
    const asked = await ShownPart.of(ConfirmDialog);
    asked.one<HTMLInputElement>('input').value = 'wrong';
    asked.one('form').dispatchEvent(new Event('submit'));
    http
      .expectOne('/api/me/confirm')
      .flush(
        { status: 400, code: 'bad-request', title: 'This is not your password.', remedy: 'Type.' },
        { status: 400, statusText: '' },
      );
    await asked.settle();
    expect(asked.text).toContain('This is not your password.');
    expect(dialog.close).not.toHaveBeenCalled();
    asked.one('form').dispatchEvent(new Event('submit'));
    http.expectOne('/api/me/confirm').flush(null);
    expect(dialog.close).toHaveBeenCalledOnceWith(true);
  });
});
