import { signal, type Provider } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { NewEvent, Plan } from '@harvu/contract';
import { USUAL_CONVENTIONS } from '@harvu/core/conventions';
import { USUAL_TEACHING } from '@harvu/core/plan';
import { USUAL_STUDENT } from '@harvu/core/player';
import type { SongDocument } from '@harvu/core/song';
import { BehaviorSubject, of } from 'rxjs';
import { Marks } from '../features/practice/marks.state';
import { Playing } from '../features/practice/playing.state';
import { PracticeState } from '../features/practice/practice.state';
import { RecordingState } from '../features/practice/recording.state';
import { PlanReader, type PlanProgress } from '../features/plans';
import { RoomSound } from '../sound/room-sound';
import { EventQueue } from '../store';
import { Analysis } from '../worked-out';
import { answers } from '../worked-out/answers';
import { answeredAtOnce } from './answers';
import { setUpPage } from './page';
import { StillSound } from './room-sound';

/** A plan of a song with nothing done in it, as the room reads it. */
export function planProgress(document: SongDocument): PlanProgress {
  const figures = { student: USUAL_STUDENT, constants: {} };
  const plan = {
    id: 'p1',
    songId: 's1',
    title: 'A song',
    document,
    events: [],
    revision: 3,
    teaching: USUAL_TEACHING,
    figures,
  } as unknown as Plan;
  return { ...answers.progress(plan, '2026-11-24', USUAL_CONVENTIONS), plan };
}

/** A visit to the practice room in a test's hand: its clock, its sound, and what is written down. */
export class PracticeVisit {
  readonly put: NewEvent[] = [];
  readonly sound = new StillSound();
  readonly plans: BehaviorSubject<PlanProgress>;
  readonly state: PracticeState;

  constructor(document: SongDocument, more: readonly Provider[] = []) {
    localStorage.clear();
    jasmine.clock().install().mockDate(new Date('2026-11-24T16:00:00.000Z'));
    this.plans = new BehaviorSubject(planProgress(document));
    const queue = {
      put: (_: string, one: NewEvent) => {
        this.put.push(one);
        return Promise.resolve();
      },
      unsent: signal([]),
      problem: signal(null),
    };
    setUpPage([
      ...[PracticeState, Playing, RecordingState, Marks, ...more],
      { provide: RoomSound, useValue: this.sound },
      { provide: Analysis, useValue: answeredAtOnce() },
      { provide: PlanReader, useValue: { read: () => this.plans.asObservable() } },
      { provide: EventQueue, useValue: queue },
    ]);
    this.state = TestBed.inject(PracticeState);
  }

  open(stepId: string): void {
    this.state.goTo(stepId);
    if (!this.state.plan()) this.state.open(of('p1'));
    TestBed.tick();
  }

  mark(clean: boolean, afterMs = 1000): void {
    jasmine.clock().tick(afterMs);
    this.state.mark(clean);
  }

  end(): void {
    jasmine.clock().uninstall();
    localStorage.clear();
  }
}
