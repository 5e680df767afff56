import { createEnvironmentInjector, EnvironmentInjector, Injectable } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { of, Subject, tap, throwError } from 'rxjs';
import { setUpPage } from '../testing/page';
import { Task } from './task';

const PROBLEM = { status: 409, code: 'conflict', title: 'Somebody else.', remedy: 'Look.' };

@Injectable()
class Part {
  readonly task = new Task();
}

describe('what is asked of the server at somebody’s word', () => {
  let view: EnvironmentInjector;
  let task: Task;
  beforeEach(() => {
    setUpPage();
    view = createEnvironmentInjector([Part], TestBed.inject(EnvironmentInjector));
    ({ task } = view.get(Part));
  });

  it('is done one after the other', () => {
    const done: string[] = [];
    const first = new Subject<string>();
    task.run(first.pipe(tap((what) => done.push(what))));
    task.run(of('second').pipe(tap((what) => done.push(what))));
    expect([done.length, task.count()]).toEqual([0, 2]);
    first.next('first');
    first.complete();
    expect([done, task.count()]).toEqual([['first', 'second'], 0]);
  });

  it('says what went wrong, until the next is asked, which is done all the same', () => {
    task.run(throwError(() => PROBLEM));
    expect(task.problem()?.title).toBe('Somebody else.');
    const asked = new Subject<void>();
    task.run(asked);
    expect([task.problem(), asked.observed]).toEqual([null, true]);
  });

  it('is still done when the part of the page is gone', () => {
    const [first, second] = [new Subject<void>(), new Subject<void>()];
    task.run(first);
    task.run(second);
    view.destroy();
    first.complete();
    expect(second.observed).toBeTrue();
  });
});
