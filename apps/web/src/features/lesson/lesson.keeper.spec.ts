import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { SaveLesson, StoredLesson } from '@harvu/contract';
import { of, Subject, throwError, type Observable } from 'rxjs';
import { Session } from '../../platform/session';
import { LessonsApi } from '../../store';
import { lessonOf } from '../../testing/overview';
import { setUpPage } from '../../testing/page';
import { LessonKeeper } from './lesson.keeper';

const LESSON = lessonOf('Bo');
const refused = (status: number) =>
  throwError(() => ({ status, title: 'No', remedy: '', code: 'x' }));

describe('a lesson that is kept while it goes', () => {
  let saves: SaveLesson[];
  let answer: (save: SaveLesson) => Observable<StoredLesson>;
  const api = {
    save: (_: string, save: SaveLesson) => {
      saves.push(save);
      return answer(save);
    },
    listOf: () => of([{ ...LESSON, version: 7 }]),
  };
  const taken = ({ baseVersion }: SaveLesson) => of({ ...LESSON, version: baseVersion + 1 });
  const open = (): LessonKeeper => {
    TestBed.resetTestingModule();
    setUpPage([
      LessonKeeper,
      { provide: LessonsApi, useValue: api },
      { provide: Session, useValue: { person: signal({ id: 'me' }) } },
    ]);
    const keeper = TestBed.inject(LessonKeeper);
    keeper.open(LESSON);
    return keeper;
  };
  const say = (keeper: LessonKeeper, word: string): void =>
    keeper.changeNotes((notes) => ({ ...notes, word }));
  beforeEach(() => {
    saves = [];
    answer = taken;
    localStorage.clear();
  });
  afterEach(() => localStorage.clear());

  it('is saved with each change, upon the one before', () => {
    const keeper = open();
    say(keeper, 'a');
    say(keeper, 'b');
    expect(saves.map((one) => [one.baseVersion, one.lesson.notes?.word])).toEqual([
      [0, 'a'],
      [1, 'b'],
    ]);
    expect(keeper.isSaved()).toBeTrue();
  });

  it('sends what was changed while it was being sent', () => {
    const answers = new Subject<StoredLesson>();
    answer = () => answers;
    const keeper = open();
    say(keeper, 'a');
    say(keeper, 'b');
    expect(saves).toHaveSize(1);
    answer = taken;
    answers.next({ ...LESSON, version: 1 });
    answers.complete();
    expect(saves.map((one) => [one.baseVersion, one.lesson.notes?.word])).toEqual([
      [0, 'a'],
      [1, 'b'],
    ]);
  });

  it('stands on the device without a connection, and after a reload', () => {
    answer = () => refused(0);
    say(open(), 'kept here');
    expect(open().notes().word).toBe('kept here');
    answer = taken;
    window.dispatchEvent(new Event('online'));
    expect(saves.at(-1)?.lesson.notes?.word).toBe('kept here');
    // Once the server has it, it is the server's word that holds.
    expect(open().notes().word).toBe('');
  });

  it('is taken anew where the server knows more of it, unless something here is not sent', () => {
    const keeper = open();
    keeper.open({ ...LESSON, version: 3, minutes: 45 });
    expect(keeper.lesson()?.minutes).toBe(45);
    keeper.open({ ...LESSON, version: 2, minutes: 60 });
    expect(keeper.lesson()?.minutes).toBe(45);
    answer = () => refused(0);
    say(keeper, 'mine');
    keeper.open({ ...LESSON, version: 4, minutes: 60 });
    expect([keeper.lesson()?.minutes, keeper.notes().word]).toEqual([45, 'mine']);
  });

  it('tells whom it concerns once it is sent, though it was not at first', () => {
    answer = () => refused(503);
    const keeper = open();
    keeper.change((lesson) => ({ ...lesson, state: 'held' }), true);
    answer = taken;
    say(keeper, 'later');
    expect(saves.map(({ tells }) => tells)).toEqual([true, true]);
    say(keeper, 'a correction');
    expect(saves.at(-1)?.tells).toBeFalse();
  });

  it('is not written over what somebody else changed, unless one says so', () => {
    answer = () => refused(409);
    const keeper = open();
    say(keeper, 'mine');
    expect([keeper.isConflict(), keeper.isSaved()]).toEqual([true, false]);
    say(keeper, 'mine still');
    expect(saves).toHaveSize(1);
    answer = taken;
    keeper.keepMine();
    expect(saves.at(-1)).toEqual(jasmine.objectContaining({ baseVersion: 7 }));
    expect(saves.at(-1)?.lesson.notes?.word).toBe('mine still');
    expect(keeper.isSaved()).toBeTrue();
  });
});
