import type { HttpTestingController } from '@angular/common/http/testing';
import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { NewEvent, Person, SendEvents } from '@harvu/contract';
import { v4 } from 'uuid';
import { Session } from '../platform/session';
import { emptyDevice, setUpPage } from '../testing/page';
import { Device } from './device';
import { EventQueue } from './event-queue';

const BRAM: Person = { id: 'p1', name: 'Bram', role: 'student' };
const PROBLEM = { status: 400, code: 'bad-request', title: 'No such plan.', remedy: 'Reload.' };
let minute = 0;

function played(): NewEvent {
  minute += 1;
  return {
    ...{ kind: 'try', id: v4(), stepId: 'grip:G', revision: 1, day: '2026-11-24', bpm: null },
    ...{ at: new Date(Date.UTC(2026, 10, 24, 16, minute)).toISOString() },
    ...{ clean: true, passes: 1, seconds: 5 },
  };
}

describe('what waits to be sent', () => {
  let http: HttpTestingController;
  const person = signal<Person | null>(BRAM);

  beforeEach(async () => {
    await Promise.all(['p1', 'p2'].map((id) => emptyDevice(id)));
    person.set(BRAM);
    http = setUpPage([{ provide: Session, useValue: { person } }]);
  });
  afterEach(() => http.verify());

  const queue = (): EventQueue => TestBed.inject(EventQueue);
  /** The next batch that is sent to a plan; storage and sending take a moment. */
  const batch = async (planId = 'a') => {
    for (let wait = 0; wait < 100; wait += 1) {
      const [request] = http.match(`/api/plans/${planId}/events`);
      if (request) return request;
      await new Promise((go) => setTimeout(go, 5));
    }
    throw new Error(`nothing is sent to ${planId}`);
  };
  const idsOf = (body: unknown) => (body as SendEvents).events.map((one) => one.id);
  const settled = async (isTrue: () => Promise<boolean> | boolean): Promise<void> => {
    for (let wait = 0; wait < 100 && !(await isTrue()); wait += 1)
      await new Promise((go) => setTimeout(go, 5));
    expect(await isTrue()).toBeTrue();
  };
  const waiting = async () =>
    (await TestBed.inject(Device).events()).flatMap((one) => (one.isSent ? [] : [one.id]));
  const isEmpty = async () => !(await queue().plansWaiting()).has('a');
  const again = (): boolean => window.dispatchEvent(new Event('online'));

  it('goes at once, and stays on the device until the server has it', async () => {
    const one = played();
    await queue().put('a', one);
    expect(await queue().newsOf('a')).toEqual([one]);
    const request = await batch();
    const { events, sentAt } = request.request.body as SendEvents;
    expect(events).toEqual([one]);
    expect(Math.abs(Date.parse(sentAt ?? '') - Date.now())).toBeLessThan(60_000);
    request.flush({ refused: [] });
    await settled(isEmpty);
  });

  it('goes in order and in one batch a plan, once there is a connection', async () => {
    const [first, second, other] = [played(), played(), played()];
    await queue().put('a', first);
    (await batch()).error(new ProgressEvent('error'));
    await queue().put('a', second);
    (await batch()).error(new ProgressEvent('error'));
    await queue().put('b', other);
    (await batch()).error(new ProgressEvent('error'));
    await settled(() => queue().unsent().length === 3);
    again();
    const both = await batch();
    expect(idsOf(both.request.body)).toEqual([first.id, second.id]);
    both.flush({ refused: [] });
    const last = await batch('b');
    expect(idsOf(last.request.body)).toEqual([other.id]);
    last.flush({ refused: [] });
    await settled(() => queue().unsent().length === 0);
  });

  it('is sent again where something in between refused it, such as a proxy', async () => {
    const one = played();
    await queue().put('a', one);
    (await batch()).flush('<h1>Blocked</h1>', { status: 403, statusText: 'Forbidden' });
    await settled(() => queue().unsent().length === 1);
    again();
    (await batch()).flush({ refused: [] });
    await settled(isEmpty);
  });

  it('goes one by one where one of them cannot be read', async () => {
    const [bad, good] = [played(), played()];
    await queue().put('a', bad);
    (await batch()).error(new ProgressEvent('error'));
    await queue().put('a', good);
    (await batch()).flush(PROBLEM, { status: 400, statusText: '' });
    const first = await batch();
    expect(idsOf(first.request.body)).toEqual([bad.id]);
    first.flush(PROBLEM, { status: 400, statusText: '' });
    (await batch()).flush({ refused: [] });
    await settled(async () => (await waiting()).join() === bad.id);
  });

  it('is sent once more the next time somebody opens Harvu, though it was refused', async () => {
    const one = played();
    await TestBed.inject(Device).keepEvent({
      ...{ id: one.id, planId: 'a', event: one, refused: PROBLEM },
    });
    queue();
    (await batch()).flush({ refused: [] });
    await settled(isEmpty);
  });

  it('is kept where the server refuses it, with the reason, and not sent again at once', async () => {
    const [bad, good] = [played(), played()];
    await queue().put('a', bad);
    (await batch()).error(new ProgressEvent('error'));
    await queue().put('a', good);
    (await batch()).flush({ refused: [{ id: bad.id, problem: PROBLEM }] });
    await settled(() => queue().problem()?.title === 'No such plan.');
    await settled(async () => (await waiting()).join() === bad.id);
    again();
    await new Promise((go) => setTimeout(go, 50));
    http.expectNone('/api/plans/a/events');
  });

  it('is kept where nothing at all is taken', async () => {
    const one = played();
    await queue().put('a', one);
    (await batch()).flush({ ...PROBLEM, code: 'not-allowed' }, { status: 403, statusText: '' });
    await settled(() => queue().unsent().length === 0);
    expect(await queue().newsOf('a')).toEqual([one]);
  });

  it('stands here after it was sent, until the server’s own word of it is here', async () => {
    const [one, other] = [played(), played()];
    await queue().put('a', one);
    (await batch()).flush({ refused: [] });
    await settled(isEmpty);
    expect(await queue().newsOf('a')).toEqual([one]);
    expect([...(await queue().plansWithNews())]).toEqual(['a']);
    again();
    await new Promise((go) => setTimeout(go, 50));
    http.expectNone('/api/plans/a/events');
    await queue().put('a', other);
    await queue().forgetSeen('a', new Set([one.id, other.id]));
    // What has not been sent is not forgotten, whatever is said.
    expect(await queue().newsOf('a')).toEqual([other]);
    (await batch()).flush({ refused: [] });
    await settled(isEmpty);
  });

  it('is also what a page that is gone was playing, once', async () => {
    const gone = played();
    const name = `harvu-going-on-${BRAM.id}`;
    const note = { planId: 'a', event: gone, notedAt: Date.now() - 60_000, isOver: false };
    const near = { planId: 'a', event: played(), notedAt: Date.now(), isOver: false };
    localStorage.setItem(name, JSON.stringify({ one: note, other: near, bad: { planId: 7 } }));
    queue();
    expect(idsOf((await batch()).request.body)).toEqual([gone.id]);
    const left = Object.keys(JSON.parse(localStorage.getItem(name) ?? '{}') as object);
    // A page that is still open goes on by itself.
    expect(left).toEqual(['other']);
    localStorage.removeItem(name);
  });

  it('is each person’s own, and nobody’s is sent', async () => {
    await queue().put('a', played());
    (await batch()).error(new ProgressEvent('error'));
    person.set({ ...BRAM, id: 'p2' });
    expect(await queue().newsOf('a')).toEqual([]);
    person.set(null);
    again();
    await new Promise((go) => setTimeout(go, 50));
    http.expectNone('/api/plans/a/events');
    person.set(BRAM);
    again();
    (await batch()).flush({ refused: [] });
    await settled(isEmpty);
  });

  it('still goes where the browser keeps nothing', async () => {
    spyOn(TestBed.inject(Device), 'keepEvent').and.rejectWith(new Error('full'));
    const one = played();
    await expectAsync(queue().put('a', one)).toBeRejected();
    const request = await batch();
    expect(idsOf(request.request.body)).toEqual([one.id]);
    request.flush({ refused: [] });
    await settled(() => queue().unsent().length === 0);
  });
});
