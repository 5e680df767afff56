import { NOTHING } from '../testing/overview';
import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { NewEvent, Overview, Person, Plan, PlanNews } from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import { USUAL_TEACHING } from '@harvu/core/plan';
import { USUAL_STUDENT } from '@harvu/core/player';
import { lastValueFrom, of, throwError, toArray, type Observable } from 'rxjs';
import { Session } from '../platform/session';
import { answeredAtOnce } from '../testing/answers';
import { emptyDevice, setUpPage } from '../testing/page';
import { Analysis } from '../worked-out';
import { Device } from './device';
import { EventQueue } from './event-queue';
import { PlansApi } from './plans.api';
import { PlanStore } from './plan-store';

const BRAM: Person = { id: 'p1', name: 'Bram', role: 'student' };
const EVENT = {
  ...{ kind: 'try', id: 'e1', stepId: 'ready', revision: 1, day: '2026-11-24', bpm: null },
  ...{ at: '2026-11-24T16:00:00.000Z', clean: true, passes: 1, seconds: 60 },
} as const satisfies NewEvent;
const STORED = { ...EVENT, source: 'self', receivedAt: EVENT.at } as const;

const PLAN: Plan = {
  ...{ id: 'a', songId: 's', title: 'A song', playedBy: '', studentId: 'p1', studentName: 'Bram' },
  ...{ revision: 1, assignedAt: '', withdrawnAt: null, events: [], lastEvent: 0, version: 3 },
  hasMore: false,
  document: readChart('[A]\n| G | D |').song,
  teaching: USUAL_TEACHING,
  figures: { student: USUAL_STUDENT, constants: {} },
  minutesByWeekday: [10, 10, 10, 10, 10, 10, 10],
};
const NEWS: PlanNews = { version: 3, revision: 1, events: [STORED], lastEvent: 1, hasMore: false };
const NO_ANSWER = throwError(() => ({ status: 0, code: 'no-answer', title: '', remedy: '' }));
const NOT_YOURS = throwError(() => ({ status: 404, code: 'not-found', title: '', remedy: '' }));

describe('plans as they are known here', () => {
  let server: {
    plan: Observable<Plan>;
    news: Observable<PlanNews>;
    overview: Observable<Overview>;
  };
  let unsent: readonly NewEvent[];
  let seenByServer: (readonly string[])[];

  beforeEach(async () => {
    await emptyDevice('p1');
    server = {
      plan: of(PLAN),
      news: of({ ...NEWS, events: [], lastEvent: 0 }),
      overview: NO_ANSWER,
    };
    unsent = [];
    seenByServer = [];
    setUpPage([
      { provide: Session, useValue: { person: signal(BRAM), isTeaching: () => false } },
      { provide: Analysis, useValue: answeredAtOnce() },
      {
        provide: EventQueue,
        useValue: {
          newsOf: () => Promise.resolve(unsent),
          plansWaiting: () => Promise.resolve(new Set(unsent.length > 0 ? ['a'] : [])),
          plansWithNews: () => Promise.resolve(new Set(unsent.length > 0 ? ['a'] : [])),
          forgetSeen: (planId: string, ids: ReadonlySet<string>) => {
            seenByServer.push([planId, ...ids]);
            return Promise.resolve();
          },
        },
      },
      {
        provide: PlansApi,
        useValue: {
          find: () => server.plan,
          after: () => server.news,
          overview: () => server.overview,
          whole: (plan: Observable<Plan>) => plan,
        },
      },
    ]);
  });

  const seen = (): Promise<readonly Plan[]> =>
    lastValueFrom(TestBed.inject(PlanStore).open('a').pipe(toArray()));
  const eventsSeen = async () => (await seen()).map((plan) => plan.events.map((one) => one.id));

  it('come from the server once, and then from the device', async () => {
    expect(await eventsSeen()).toEqual([[]]);
    server = { ...server, plan: NO_ANSWER, news: NO_ANSWER };
    expect((await seen())[0]?.title).toBe('A song');
  });

  it('are shown as they were, and then with what has happened since', async () => {
    await seen();
    server = { ...server, news: of(NEWS), plan: NO_ANSWER };
    expect(await eventsSeen()).toEqual([[], ['e1']]);
    // What the server told is kept here now; nothing else has to hold it any more.
    await new Promise((go) => setTimeout(go, 20));
    expect(seenByServer.at(-1)).toEqual(['a', 'e1']);
    server = { ...server, news: of({ ...NEWS, events: [] }) };
    expect(await eventsSeen()).toEqual([['e1']]);
  });

  it('are asked for whole where the steps were changed', async () => {
    await seen();
    server = { ...server, news: of({ ...NEWS, version: 4 }), plan: of({ ...PLAN, version: 4 }) };
    expect((await seen()).map((plan) => plan.version)).toEqual([3, 4]);
  });

  it('have what was played and not sent yet, once', async () => {
    unsent = [EVENT];
    expect(await eventsSeen()).toEqual([['e1']]);
    server = { ...server, news: of(NEWS) };
    expect(await eventsSeen()).toEqual([['e1'], ['e1']]);
  });

  it('go from the device once they may no longer be seen', async () => {
    await seen();
    server = { ...server, news: NOT_YOURS, plan: NOT_YOURS };
    await expectAsync(seen()).toBeRejected();
    expect(await TestBed.inject(Device).findPlan('a')).toBeUndefined();
  });

  it('stay on the device where one has only been signed out', async () => {
    await seen();
    const signedOut = throwError(() => ({ status: 401, code: 'x', title: '', remedy: '' }));
    server = { ...server, news: signedOut };
    await expectAsync(seen()).toBeRejected();
    expect(await TestBed.inject(Device).findPlan('a')).toBeDefined();
  });

  it('are at a glance what was known last, with what was just played', async () => {
    const overview = answeredAtOnce();
    const glance = await lastValueFrom(overview.overview(PLAN, { names: 'written' } as never));
    const { document: _document, ...summary } = PLAN;
    const song = { ...summary, overview: glance };
    server = {
      ...server,
      overview: of({ ...NOTHING, today: '2026-11-24', songs: [song] }),
    };
    const store = TestBed.inject(PlanStore);
    const all = () => lastValueFrom(store.overview().pipe(toArray()));
    expect((await all()).map((one) => one.songs[0]?.overview.doneCount)).toEqual([0]);
    await seen();
    server = { ...server, overview: NO_ANSWER };
    unsent = [EVENT];
    const [offline, ...more] = await all();
    expect([offline?.songs[0]?.overview.doneCount, more.length]).toEqual([1, 0]);
    expect(offline?.songs[0]?.overview.minutesByDay).toEqual({ '2026-11-24': 1 });
  });
});
