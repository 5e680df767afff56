import type { HttpTestingController } from '@angular/common/http/testing';
import { signal } from '@angular/core';
import type { Upkeep } from '@harvu/contract';
import { of } from 'rxjs';
import { Session } from '../../platform/session';
import { setUpPage, ShownPart } from '../../testing/page';
import { ROUTES, type Route } from '@harvu/contract/routes';
import { ACT_WORDS } from './parts/acts-list';
import { StudioPage } from './studio-page';

const WIEBKE = {
  ...{ id: 'p1', name: 'Wiebke', role: 'student', signInName: 'wiebke', isMinor: true },
  ...{ guardian: 'Joris', guardianConsentOn: '2026-11-01', isPutAway: false },
};
const SETTINGS = {
  timeZone: 'UTC',
  idleMinutes: 10_080,
  keepLogDays: 365,
  keepPutAwayDays: 0,
  breaks: [],
};
const ALL_WELL: Upkeep = { erasures: [], clockJump: null, lowRoomBytes: null };
const ACT = { at: '2026-11-24T10:00:00.000Z', act: 'assign', by: 'Ilse', about: 'Pebble Road' };

describe('the studio’s page', () => {
  let http: HttpTestingController;
  let page: ShownPart<StudioPage>;
  const people = () => {
    http.expectOne('/api/people').flush([WIEBKE]);
    http.expectOne('/api/acts').flush([ACT]);
  };

  async function open(backups: readonly object[] = [], upkeep: Upkeep = ALL_WELL): Promise<void> {
    const door = signal({ studioName: 'Halm Yard' });
    const session = { door, load: () => of(null) };
    http = setUpPage([{ provide: Session, useValue: session }]);
    page = await ShownPart.of(StudioPage);
    people();
    await page.settle();
    http.expectOne('/api/settings').flush(SETTINGS);
    http.expectOne('/api/backups').flush(backups);
    http.expectOne('/api/upkeep').flush(upkeep);
    await page.settle();
  }

  it('says who did what', async () => {
    await open();
    expect(page.text).toContain('Ilse gave to students: Pebble Road');
  });

  it('has words for whatever is written down', () => {
    const written = Object.entries<Route>(ROUTES)
      .filter(([, { method, reach }]) => method !== 'GET' && ['teaching', 'owner'].includes(reach))
      .map(([name]) => name)
      .filter((name) => !/^save(Song|Teaching|Plan|Lesson)$/.test(name));
    expect(written.filter((name) => !(name in ACT_WORDS))).toEqual([]);
  });

  it('says that there is no backup, and nothing of disk, clock and erasing where all is well', async () => {
    await open();
    expect(page.text).not.toMatch(/erased for good|nearly full|clock jumped/i);
    expect(page.text).toContain('No backup yet.');
  });

  it('says how old the last backup is, and its size', async () => {
    const at = new Date(Date.now() - 3_600_000).toISOString();
    await open([{ name: 'harvu-1.sql.gz', at, bytes: 2_345_678 }]);
    expect(page.text).toMatch(/Backup:.*2\.3 MB; 1 kept/);
    expect(page.text).not.toContain('more than two days');
  });

  it('says when the last backup is too old', async () => {
    await open([{ name: 'harvu-1.sql.gz', at: '2026-01-01T00:00:00.000Z', bytes: 1200 }]);
    expect(page.text).toContain('2 kB; 1 kept');
    expect(page.text).toContain('That is more than two days ago.');
  });

  it('says before it is too late what is erased, that the disk is nearly full, and that the clock jumped', async () => {
    await open([], {
      erasures: [
        { kind: 'student', name: 'Long Gone', inDays: 5 },
        { kind: 'song', name: 'Mast Song', inDays: 1 },
      ],
      clockJump: { at: '2026-11-24T10:00:00.000Z', days: 31 },
      lowRoomBytes: 412_345_678,
    });
    expect(page.text).toMatch(/Long Gone ?was put away and is erased for good in 5 days\./);
    expect(page.text).toMatch(/Mast Song ?was deleted and is erased for good in a day\./);
    expect(page.text).toContain('412 MB are free');
    expect(page.text).toMatch(/found 31 days ahead of/);
  });

  it('changes a role, and puts an account away', async () => {
    await open();
    await page.press('More');
    const role = page.one<HTMLSelectElement>('select[aria-label="Role of Wiebke"]');
    role.value = 'teacher';
    role.dispatchEvent(new Event('change'));
    await page.settle();
    await page.press('Change the role');
    const sent = http.expectOne('/api/people/p1/role');
    expect(sent.request.body).toEqual({ role: 'teacher' });
    sent.flush(null);
    people();
    await page.settle();
    expect(page.text).toContain('Wiebke is teacher now');
    await page.press('Put away');
    http.expectOne('/api/people/p1/put-away').flush(null);
    people();
    await page.settle();
    expect(page.text).toContain('Wiebke no longer signs in');
  });

  it('erases somebody only once their name was typed, and tells what stays', async () => {
    await open();
    await page.press('More');
    await page.press('Erase …');
    const name = page.one<HTMLInputElement>('input[aria-label="The name Wiebke"]');
    const button = page
      .all<HTMLButtonElement>('button')
      .find((one) => one.textContent.includes('Erase for good'));
    expect(button?.disabled).toBeTrue();
    name.value = 'Wiebke';
    name.dispatchEvent(new Event('input'));
    await page.settle();
    expect(button?.disabled).toBeFalse();
    await page.press('Erase for good');
    http.expectOne('/api/people/p1/erase').flush({ removed: {}, kept: ['an account'] });
    people();
    await page.settle();
    expect(page.text).toContain('Wiebke is erased. What stays: an account.');
  });

  it('saves the whole studio once the password was given, and says why it could not', async () => {
    await open();
    const saved: string[] = [];
    spyOn(HTMLAnchorElement.prototype, 'click').and.callFake(function (this: HTMLAnchorElement) {
      saved.push(this.download);
    });
    await page.press('Save the whole studio');
    expect(page.text).toContain('Packing …');
    const headers = { 'content-disposition': 'attachment; filename="halm-yard-2026-11-24.zip"' };
    http.expectOne('/api/studio/export.zip').flush(new Blob(['zip']), { headers });
    people();
    await page.settle();
    expect(saved).toEqual(['halm-yard-2026-11-24.zip']);
    expect(page.text).toContain('The studio is saved as a file.');
    await page.press('Save the whole studio');
    const problem = { status: 507, code: 'no-room', title: 'No room.', remedy: 'Make room.' };
    const body = new Blob([JSON.stringify(problem)], { type: 'application/problem+json' });
    http.expectOne('/api/studio/export.zip').flush(body, { status: 507, statusText: 'No' });
    await new Promise((resolve) => setTimeout(resolve, 50));
    await page.settle();
    expect(page.text).toContain('No room.');
    await page.press('Save the whole studio');
    const asked = http.expectOne('/api/studio/export.zip');
    await page.press('Leave it');
    expect(asked.cancelled).toBeTrue();
    expect(page.text).not.toContain('saved as a file.');
  });

  it('shows every consent that was recorded', async () => {
    await open();
    await page.press('Consent');
    http.expectOne('/api/people/p1/consents').flush([
      {
        ...{ guardian: 'Joris', consentOn: '2026-11-01', recordedBy: 'Ilse' },
        recordedAt: '2026-11-02T10:00:00.000Z',
      },
      {
        ...{ guardian: 'Joris', consentOn: null, recordedBy: 'Ilse' },
        recordedAt: '2026-11-03T10:00:00.000Z',
      },
    ]);
    await page.settle();
    expect(page.text).toContain('consent of 1 Nov, Joris (recorded by Ilse)');
    expect(page.text).toContain('no consent (recorded by Ilse)');
  });
});
