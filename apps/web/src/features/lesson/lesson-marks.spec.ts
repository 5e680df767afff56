import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { NewEvent } from '@harvu/contract';
import { Session } from '../../platform/session';
import { EventQueue } from '../../store';
import { setUpPage } from '../../testing/page';
import type { KeptTake } from '../takes';
import { LessonMarks, type HeardStep } from './lesson-marks';

const HEARD: HeardStep = {
  ...{ planId: 'p', stepId: 'section:s1:full', revision: 3, bpm: 75, passes: 1, seconds: 21 },
  how: 'clean',
};
const TELLING = { title: 'Verse', song: 'Waltz', rungUnit: 'bpm' };

describe('the marks of a lesson', () => {
  let put: (readonly [string, NewEvent])[];
  let marks: LessonMarks;
  beforeEach(() => {
    put = [];
    setUpPage([
      LessonMarks,
      { provide: Session, useValue: { person: signal({ id: 'me' }), today: () => '2026-11-27' } },
      {
        provide: EventQueue,
        useValue: { put: (id: string, one: NewEvent) => Promise.resolve(void put.push([id, one])) },
      },
    ]);
    marks = TestBed.inject(LessonMarks);
  });
  const told = () =>
    put.map(([id, { kind, ...event }]) => [
      ...[id, kind, (event as { clean?: boolean | null }).clean],
      (event as { stopped?: boolean }).stopped,
    ]);

  it('take what a take measured with them', async () => {
    const figures: KeptTake['figures'] = {
      from: 'microphone',
      ...{ clean: true, strokes: 16, missed: 0, extra: 0, spreadMs: 9 },
      ...{ driftPercent: 0.2, changes: [], seconds: 21 },
    };
    await marks.take(HEARD, figures);
    expect(put[0]?.[1]).toEqual(jasmine.objectContaining({ kind: 'take', bpm: 75, ...figures }));
  });

  it('go into the song’s log one by one, a stop as a stop', async () => {
    for (const how of ['clean', 'stumbled', 'stopped'] as const) {
      await marks.mark({ ...HEARD, how }, TELLING);
    }
    expect(told()).toEqual([
      ['p', 'try', true, undefined],
      ['p', 'try', false, undefined],
      ['p', 'try', false, true],
    ]);
    expect(put[0]?.[1]).toEqual(
      jasmine.objectContaining({ bpm: 75, seconds: 21, day: '2026-11-27', revision: 3 }),
    );
  });

  it('get their bar afterwards, where they failed', async () => {
    await marks.mark(HEARD, TELLING);
    await marks.inBar(3);
    expect(put).toHaveSize(1);
    await marks.mark({ ...HEARD, how: 'stumbled' }, TELLING);
    await marks.inBar(3);
    expect(put[2]?.[1]).toEqual(
      jasmine.objectContaining({ kind: 'where', of: put[1]?.[1].id, bar: 3 }),
    );
    expect(marks.last()?.told.bar).toBe(3);
  });

  it('are taken back one after the other, the log keeping both', async () => {
    await marks.mark(HEARD, TELLING);
    await marks.mark({ ...HEARD, how: 'stumbled' }, TELLING);
    expect(await marks.takeBack()).toBe('p');
    expect(put[2]?.[1]).toEqual(
      jasmine.objectContaining({ kind: 'correction', of: put[1]?.[1].id, clean: null }),
    );
    await marks.takeBack();
    expect(await marks.takeBack()).toBeUndefined();
    expect(put).toHaveSize(4);
  });
});
