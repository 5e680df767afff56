import type { HttpTestingController } from '@angular/common/http/testing';
import { signal } from '@angular/core';
import { Session } from '../../platform/session';
import { setUpPage, ShownPart } from '../../testing/page';
import { WorkedOutPage } from './worked-out-page';
import { ASSUMPTION_NAMES } from '@harvu/core/constants';

describe('how this is worked out', () => {
  let http: HttpTestingController;

  async function openAs(
    role: 'owner' | 'student',
    own: object = {},
  ): Promise<ShownPart<WorkedOutPage>> {
    http = setUpPage([{ provide: Session, useValue: { person: signal({ role }) } }]);
    const page = await ShownPart.of(WorkedOutPage);
    http.expectOne('/api/constants').flush({ version: 3, values: own });
    await page.settle();
    return page;
  }
  const field = (page: ShownPart<unknown>, name: string): HTMLInputElement =>
    page.one<HTMLInputElement>(`input[aria-label^="${name}"]`);
  const set = async (page: ShownPart<unknown>, name: string, value: string): Promise<void> => {
    field(page, name).value = value;
    field(page, name).dispatchEvent(new Event('change'));
    await page.settle();
  };

  it('lists every constant once, with its unit and its reason', async () => {
    const page = await openAs('student');
    expect(page.all('li').length).toBe(ASSUMPTION_NAMES.length);
    expect(page.text).toMatch(
      /From rung to rung ?A rise one hears but can follow\. ?1\.08 ?times the rung below/,
    );
    expect(page.all('input').length).toBe(0);
  });

  it('lets the owner change what is the studio’s to choose, and go back', async () => {
    const page = await openAs('owner', { drillFoldMinutes: 8 });
    expect(field(page, 'A drill: getting quicker').value).toBe('8');
    await set(page, 'From rung to rung', '1.1');
    const first = http.expectOne({ method: 'PUT', url: '/api/constants' });
    const values = { drillFoldMinutes: 8, rungRatio: 1.1 };
    expect(first.request.body).toEqual({ baseVersion: 3, values });
    first.flush({ version: 4, values });
    await page.settle();
    expect(page.text).toContain('From rung to rung: kept.');
    await page.press('back to 6');
    expect(http.expectOne({ method: 'PUT' }).request.body).toEqual({
      ...{ baseVersion: 4, values: { rungRatio: 1.1 } },
    });
  });

  it('takes the assumed value as none of the studio’s own', async () => {
    const page = await openAs('owner', { rungRatio: 1.2 });
    await set(page, 'From rung to rung', '1.08');
    expect(http.expectOne({ method: 'PUT' }).request.body).toEqual({ baseVersion: 3, values: {} });
  });

  it('tells when a value cannot be, and keeps the one that was', async () => {
    const page = await openAs('owner');
    await set(page, 'From rung to rung', '9');
    const problem = {
      status: 400,
      code: 'input',
      title: 'It must be at most 1.5.',
      remedy: 'Less.',
    };
    http.expectOne({ method: 'PUT' }).flush(problem, { status: 400, statusText: 'Bad' });
    await page.settle();
    expect(page.text).toContain('It must be at most 1.5.');
    expect(page.text).not.toContain('the studio’s; back');
  });
});
