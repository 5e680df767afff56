import type { HttpTestingController } from '@angular/common/http/testing';
import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { NewTry, Person } from '@harvu/contract';
import { v4 } from 'uuid';
import { setUpPage } from '../testing/page';
import { Outbox } from './outbox';
import { Session } from './session';

const BRAM: Person = { id: 'p1', name: 'Bram', role: 'student' };

describe('the outbox', () => {
  let http: HttpTestingController;
  const person = signal<Person | null>(BRAM);
  const aTry = (): NewTry => ({
    ...{ id: v4(), stepId: 'grip:G', at: '2026-11-24T16:00:00.000Z', bpm: null },
    ...{ clean: true, passes: 1, seconds: 5 },
  });

  beforeEach(() => {
    jasmine.clock().install();
    localStorage.clear();
    person.set(BRAM);
    http = setUpPage([{ provide: Session, useValue: { person } }]);
  });
  afterEach(() => {
    jasmine.clock().uninstall();
    localStorage.clear();
    http.verify();
  });

  const outbox = (): Outbox => {
    const made = TestBed.inject(Outbox);
    jasmine.clock().tick(1);
    return made;
  };
  const sent = () => http.match('/api/plans/a/tries');

  it('sends a try at once, and keeps it until the server has it', () => {
    const box = outbox();
    const one = aTry();
    box.put('a', one);
    expect(box.unsentOf('a')).toEqual([one]);
    const [request] = sent();
    expect(request?.request.body).toEqual(one);
    request?.flush(null);
    expect(box.unsentOf('a')).toEqual([]);
  });

  it('tries again when the connection is back, in order, each once', () => {
    const box = outbox();
    const [first, second] = [aTry(), aTry()];
    box.put('a', first);
    sent()[0]?.error(new ProgressEvent('error'));
    box.put('a', second);
    sent()[0]?.error(new ProgressEvent('error'));
    expect(box.unsent().length).toBe(2);
    window.dispatchEvent(new Event('online'));
    const again = sent();
    expect(again.map((one) => (one.request.body as NewTry).id)).toEqual([first.id]);
    again[0]?.flush(null);
    const next = sent();
    expect(next.map((one) => (one.request.body as NewTry).id)).toEqual([second.id]);
    next[0]?.flush(null);
    expect(box.unsent()).toEqual([]);
  });

  it('tries again by itself after a while', () => {
    const box = outbox();
    box.put('a', aTry());
    sent()[0]?.flush(null, { status: 503, statusText: 'busy' });
    jasmine.clock().tick(15_000);
    sent()[0]?.flush(null);
    expect(box.unsent()).toEqual([]);
  });

  it('lets go of what the server refuses, and says why', () => {
    const box = outbox();
    box.put('a', aTry());
    const problem = { status: 400, code: 'bad-request', title: 'No such step.', remedy: 'Reload.' };
    sent()[0]?.flush(problem, { status: 400, statusText: 'bad' });
    expect(box.unsent()).toEqual([]);
    expect(box.problem()?.title).toBe('No such step.');
  });

  it('keeps each person’s tries apart, and sends nobody’s', () => {
    const box = outbox();
    box.put('a', aTry());
    sent()[0]?.error(new ProgressEvent('error'));
    person.set({ ...BRAM, id: 'p2' });
    expect(box.unsentOf('a')).toEqual([]);
    person.set(null);
    window.dispatchEvent(new Event('online'));
    expect(sent()).toEqual([]);
  });

  it('passes over what it cannot read', () => {
    localStorage.setItem('harvu-tries-p1', '{"not": "a list"}');
    expect(outbox().unsentOf('a')).toEqual([]);
    localStorage.setItem('harvu-tries-p1', 'nonsense');
    expect(outbox().unsentOf('a')).toEqual([]);
  });
});
