import type { HttpTestingController } from '@angular/common/http/testing';
import { createEnvironmentInjector, EnvironmentInjector } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { KnownStudent, SaveTeaching } from '@harvu/contract';
import { USUAL_TEACHING } from '@harvu/core/plan';
import { BehaviorSubject } from 'rxjs';
import { answeredAtOnce } from '../../testing/answers';
import { setUpPage } from '../../testing/page';
import { known, people, PLAN, song, summary } from '../../testing/steps';
import { Analysis } from '../../worked-out';
import { StepsState, type StepsOf } from './steps.state';
import { TeachingKeeper } from './teaching.keeper';

describe('a change that waits to be kept', () => {
  const other = { ...known, id: 'b', name: 'Bram Tolvik' };
  const planB = { ...summary, ...PLAN, id: 'q', studentId: 'b', studentName: 'Bram Tolvik' };
  let http: HttpTestingController;
  let state: StepsState;
  let who: BehaviorSubject<StepsOf>;
  const answer = (student: KnownStudent, plan: object): void => {
    http.expectOne('/api/songs/s').flush(song);
    http.expectOne('/api/songs/s/teaching').flush({ version: 0, teaching: USUAL_TEACHING });
    http.expectOne('/api/plans').flush([{ ...summary, ...PLAN }, planB]);
    http.expectOne('/api/people').flush([...people, { id: 'b', name: 'Bram', role: 'student' }]);
    http.expectOne('/api/constants').flush({ version: 0, values: {} });
    http.expectOne(`/api/students/${student.id}`).flush(student);
    http.expectOne(`/api/plans/${(plan as { id: string }).id}`).flush(plan);
    TestBed.tick();
  };
  const saves = () => http.match((one) => one.method === 'PUT');

  beforeEach(() => {
    http = setUpPage([
      StepsState,
      TeachingKeeper,
      { provide: Analysis, useValue: answeredAtOnce() },
    ]);
    state = TestBed.inject(StepsState);
    who = new BehaviorSubject<StepsOf>({ songId: 's', studentId: 'o' });
    state.open(who);
    TestBed.tick();
    answer(known, { ...summary, ...PLAN, version: 4 });
  });
  afterEach(() => http.verify());

  it('goes to the plan it was made for, whoever is chosen before it is sent', () => {
    state.add({ kind: 'optional', step: 'grip:G' });
    state.add({ kind: 'optional', step: 'grip:C' });
    const [first] = saves();
    who.next({ songId: 's', studentId: 'b' });
    TestBed.tick();
    answer(other, { ...planB, version: 9 });
    first?.flush({ ...summary, ...PLAN, version: 5 });
    const [second, ...more] = saves();
    expect([second?.request.url, more.length]).toEqual(['/api/plans/p', 0]);
    expect((second?.request.body as SaveTeaching).baseVersion).toBe(5);
    second?.flush({ ...summary, ...PLAN, version: 6 });
    expect(state.teaching().changes).toEqual([]);
    state.add({ kind: 'optional', step: 'grip:D' });
    const [own] = saves();
    expect([own?.request.url, (own?.request.body as SaveTeaching).baseVersion]).toEqual([
      ...['/api/plans/q', 9],
    ]);
    own?.flush(planB);
  });

  it('says whose it was where it could not be kept', () => {
    state.add({ kind: 'optional', step: 'grip:G' });
    const [save] = saves();
    who.next({ songId: 's', studentId: 'b' });
    TestBed.tick();
    answer(other, planB);
    const problem = { status: 409, code: 'conflict', title: 'Somebody else.', remedy: 'Look.' };
    save?.flush(problem, { status: 409, statusText: '' });
    expect(state.problem()?.title).toBe('Odalys Renn’s last change is not kept. Somebody else.');
  });

  it('is still sent when the page is left', () => {
    const view = createEnvironmentInjector(
      [StepsState, TeachingKeeper],
      TestBed.inject(EnvironmentInjector),
    );
    state = view.get(StepsState);
    state.open(who);
    TestBed.tick();
    answer(known, { ...summary, ...PLAN, version: 4 });
    state.add({ kind: 'optional', step: 'grip:G' });
    state.add({ kind: 'optional', step: 'grip:C' });
    view.destroy();
    saves()[0]?.flush({ ...summary, ...PLAN, version: 5 });
    const [second] = saves();
    expect((second?.request.body as SaveTeaching | undefined)?.baseVersion).toBe(5);
    second?.flush({ ...summary, ...PLAN, version: 6 });
  });

  it('never shows the steps of the student before, however late they come', () => {
    who.next({ songId: 's', studentId: 'b' });
    TestBed.tick();
    const slow = http.match((one) => one.method === 'GET');
    who.next({ songId: 's', studentId: 'o' });
    TestBed.tick();
    expect(slow.every((one) => one.cancelled)).toBeTrue();
    answer(known, { ...summary, ...PLAN });
    expect(state.known()?.id).toBe('o');
  });

  it('can be undone after a reload of the tab, but not over what somebody else did since', () => {
    state.add({ kind: 'optional', step: 'grip:G' });
    const [first] = saves();
    first?.flush({ version: 5, teaching: state.teaching() });
    const kept = { ...summary, ...PLAN, version: 5, teaching: state.teaching() };
    const again = (plan: object): void => {
      who.next({ songId: 's', studentId: 'o' });
      TestBed.tick();
      answer(known, plan);
    };
    again(kept);
    expect([state.canUndo(), state.undoWords()]).toEqual([true, 'Undo: an optional step']);
    again({ ...kept, version: 6, teaching: { ...state.teaching(), sings: true } });
    expect([state.canUndo(), state.undoWords()]).toEqual([false, 'Nothing to undo']);
    again(kept);
    state.undo();
    expect(state.teaching()).toEqual(USUAL_TEACHING);
    for (const save of saves()) save.flush({ version: 6, teaching: USUAL_TEACHING });
  });
});
