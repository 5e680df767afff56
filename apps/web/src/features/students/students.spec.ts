import type { HttpTestingController } from '@angular/common/http/testing';
import { NEW_PROFILE, type KnownStudent, type SaveProfile } from '@harvu/contract';
import { setUpPage, ShownPart } from '../../testing/page';
import { DrillMeasure } from './parts/drill-measure';
import { StretchMeasure } from './parts/stretch-measure';
import { StudentPage } from './student-page';

const known: KnownStudent = {
  practised: null,
  leftHanded: false,
  teachers: [],
  ...{ id: 'o', name: 'Odalys Renn', version: 4 },
  profile: { ...NEW_PROFILE, minutesByWeekday: [10, 0, 10, 0, 10, 0, 0] },
  shown: { ownedGrips: ['G 320033'], ownedPatterns: [], changes: [], strokesAtLeast: 3.2 },
};

describe('what is known of a student', () => {
  let http: HttpTestingController;
  beforeEach(() => {
    http = setUpPage();
  });

  async function open(): Promise<ShownPart<StudentPage>> {
    const page = await ShownPart.of(StudentPage, { id: 'o' });
    http.expectOne('/api/students/o').flush(known);
    http.expectOne('/api/plans').flush([]);
    http.match('/api/students/o/lessons').forEach((one) => one.flush([]));
    await page.settle();
    return page;
  }
  const type = (page: ShownPart<unknown>, selector: string, value: string): void => {
    const field = page.one<HTMLInputElement>(selector);
    field.value = value;
    field.dispatchEvent(new Event('input'));
  };

  it('is shown, with what practice has shown beside it', async () => {
    const page = await open();
    expect(page.text).toContain('30 min a week');
    expect(page.text).toMatch(/Shown in practice: ?1 grip, 3.2 strokes a second\./);
  });

  it('is kept as it was typed, the rest as it was', async () => {
    const page = await open();
    type(page, '[formControlName="ownedGrips"]', 'G, F xx3211 ,');
    type(page, '[formControlName="bodyNote"]', 'sore wrist');
    await page.press('Keep what is known');
    const save = http.expectOne({ method: 'PUT', url: '/api/students/o' }).request
      .body as SaveProfile;
    expect(save).toEqual({
      baseVersion: 4,
      profile: { ...known.profile, ownedGrips: ['G', 'F xx3211'], bodyNote: 'sore wrist' },
    });
  });

  it('is refused at the field that cannot be', async () => {
    const page = await open();
    type(page, '[formControlName="stretchMm"]', '4000');
    await page.press('Keep what is known');
    http.expectNone({ method: 'PUT' });
    expect(page.text).toContain('Stretch 1 to 4, mm must be at most 250.');
  });

  it('tells when somebody else kept something in between', async () => {
    const page = await open();
    await page.press('Keep what is known');
    const problem = {
      status: 409,
      code: 'conflict',
      title: 'Somebody else did.',
      remedy: 'Reload.',
    };
    http.expectOne({ method: 'PUT' }).flush(problem, { status: 409, statusText: 'Conflict' });
    await page.settle();
    expect(page.text).toContain('Somebody else did.');
  });
});

describe('measuring', () => {
  beforeEach(() => {
    setUpPage();
  });

  it('takes a stretch from two frets on the student’s own neck', async () => {
    const reachOn = async (scaleLengthMm: number): Promise<number> => {
      const measure = await ShownPart.of(StretchMeasure, { scaleLengthMm });
      return Number.parseInt(measure.one('b').textContent, 10);
    };
    // From fret 5 to 8: 648·(2^(−5/12) − 2^(−8/12)).
    expect(await reachOn(648)).toBe(77);
    expect(await reachOn(580)).toBe(69);
  });

  it('counts a tap for each change, and says what that makes', async () => {
    const measure = await ShownPart.of(DrillMeasure, {
      ...{ seconds: 0.2, what: 'Changes' },
      says: (perMinute: number) => `${perMinute} a minute`,
    });
    const kept: number[] = [];
    measure.fixture.componentInstance.measured.subscribe((one) => kept.push(one));
    await measure.press('Start');
    for (let tap = 0; tap < 4; tap++) {
      measure.one('button').dispatchEvent(new Event('pointerdown'));
    }
    await new Promise((done) => setTimeout(done, 400));
    await measure.settle();
    expect(measure.text).toContain('1200 a minute');
    await measure.press('Keep it');
    expect(kept).toEqual([1200]);
  });
});
