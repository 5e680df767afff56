import type { HttpTestingController } from '@angular/common/http/testing';
import type { Evening, EveningPlay, SaveEvening } from '@harvu/contract';
import { parseTuning, STANDARD_TUNING } from '@harvu/core/pitch';
import { FRESH } from '../../testing/overview';
import { setUpPage, ShownPart } from '../../testing/page';
import { EveningPage } from './evening-page';

const OPEN = parseTuning('D A D F# A D') ?? STANDARD_TUNING;
const play = (
  planId: string,
  studentName: string,
  more: Partial<EveningPlay> = {},
): EveningPlay => ({
  ...{ planId, studentName, title: `Song ${planId}`, tuning: STANDARD_TUNING, capo: 0 },
  ...{ lasts: 120, readiness: FRESH.readiness },
  ...more,
});
const EVENING: Evening = {
  version: 1,
  // One of them was taken back since.
  programme: { title: 'Lantern Night', day: null, planIds: ['gone', '1', '2', '3'] },
  plays: [
    play('1', 'Ada'),
    play('2', 'Bo', { tuning: OPEN }),
    play('3', 'Cy', { capo: 2 }),
    play('4', 'Ada'),
  ],
};

describe('the evening', () => {
  let http: HttpTestingController;
  let page: ShownPart<EveningPage>;
  beforeEach(async () => {
    http = setUpPage();
    page = await ShownPart.of(EveningPage);
    http.expectOne('/api/evening').flush(EVENING);
    await page.settle();
  });
  afterEach(() => http.verify());

  const rows = () => page.all('ol > li').map((row) => row.textContent.replace(/\s+/g, ' ').trim());
  const answered = (version: number): SaveEvening => {
    const save = http.expectOne('/api/evening');
    const body = save.request.body as SaveEvening;
    save.flush({ ...EVENING, version, programme: body.programme });
    return body;
  };

  it('tells who plays what, how the guitar stands, and what is done between', () => {
    expect(rows()[0]).toContain('1Song 1Adastandard tuning, no capo');
    expect(rows()[1]).toMatch(/^tune string 6 to D2.*: about 60 s 2Song 2Boopen D tuning/);
    expect(rows()[2]).toContain('put the capo to 2');
    expect(page.text).toContain('of retuning and capo between the items');
  });

  it('offers an order that asks for less, and takes it with one press', async () => {
    expect(page.text).toContain('Fewer changes are possible.');
    await page.press('Take that order');
    const { programme, baseVersion } = answered(2);
    expect(baseVersion).toBe(1);
    expect(['2', '1,3', '3,1'].some((one) => programme.planIds.join().includes(one))).toBeTrue();
    expect(programme.planIds.indexOf('2')).not.toBe(1);
    await page.settle();
    expect(page.text).toContain('The order asks for least.');
  });

  it('is ordered by keys, filled from the songs in work, and saved each time from the newest', async () => {
    await page.press('↓');
    await page.press('Add');
    expect(answered(2).programme.planIds).toEqual(['2', '1', '3']);
    await page.settle();
    const { baseVersion, programme } = answered(3);
    expect([baseVersion, programme.planIds]).toEqual([2, ['2', '1', '3', '4']]);
    await page.press('Take off');
    expect(answered(4).programme.planIds).toEqual(['1', '3', '4']);
  });

  it('says when the same player would play twice in a row', async () => {
    await page.press('Add');
    answered(2);
    await page.settle();
    const moveUp = async (from: number, version: number) => {
      const buttons = page.all<HTMLButtonElement>('button');
      buttons.filter((one) => one.textContent.trim() === '↑')[from]?.click();
      answered(version);
      await page.settle();
    };
    await moveUp(3, 3);
    await moveUp(2, 4);
    expect(page.text).toContain('the same player again');
  });
});
