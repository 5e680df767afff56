import { computed, DOCUMENT, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { NewEvent } from '@harvu/contract';
import type { TryEvent } from '@harvu/core/events';
import { EMPTY, fromEvent, interval } from 'rxjs';
import { v4 as newId } from 'uuid';
import { Session } from '../../platform/session';
import { GoingOn, Log } from '../../store';
import type { KeptTake } from '../takes';

type TakeFigures = KeptTake['figures'];
/** What happens in a step, but for where and when. */
type Bare<Event> = Event extends { readonly stepId: string }
  ? Omit<Event, 'id' | 'at' | 'day' | 'revision' | 'stepId'>
  : never;
type OfStep = Bare<
  Extract<NewEvent, { kind: 'stuck' | 'drill' | 'strokes' | 'take' | 'ring' | 'time' }>
>;

/** A pass that was played, or is being played. */
export interface PlayedPass {
  /** From 0, in the run it belongs to. */
  readonly index: number;
  readonly run: number;
  readonly bpm: number | null;
}

/** What was marked last: it can be taken back, and where it failed can be said. */
export interface LastMark {
  readonly event: TryEvent;
  readonly pass: PlayedPass | null;
}

/** The plan and the step that marks are of. */
export interface Marked {
  readonly planId: string;
  readonly stepId: string;
  readonly revision: number;
}

/** So long a mark can be taken back, and a second press is about the pass before. */
const UNDO_MS = 10_000;
const SECOND_PRESS_MS = 4000;
/** Played longer than this in one go, somebody has gone away. */
const LONGEST_S = 3600;
/** Shorter than this is no practice. */
const LEAST_S = 3;
/** What goes on is noted so often, in case the page is gone the next moment. */
const NOTE_EACH_MS = 5000;

/** What is written down in the practice room: marks, time without one, what hurts, where it does not go on. */
@Injectable()
export class Marks {
  private readonly log = inject(Log);
  private readonly session = inject(Session);
  private readonly goingOn = inject(GoingOn);
  private readonly all = signal<readonly TryEvent[]>([]);
  private readonly timed = signal(0);
  private readonly latest = signal<LastMark | null>(null);
  private readonly unkept = signal(false);
  private ended: PlayedPass[] = [];
  private readonly marked = new Set<string>();
  private of: Marked | null = null;
  private countedUntil: number | null = null;
  /** The id of the time that counts now. */
  private timeId = newId();
  private markedAt = -Infinity;
  private forgetting: ReturnType<typeof setTimeout> | undefined;

  /** Every try that counts, those from before too. */
  readonly tries = this.all.asReadonly();
  readonly last = this.latest.asReadonly();
  /** The device could not keep something; it goes only while this page is open. */
  readonly isUnkept = this.unkept.asReadonly();
  readonly secondsToday = computed(() => {
    const today = this.session.today();
    const own = this.all().filter((one) => one.day === today);
    return own.reduce((sum, one) => sum + one.seconds, this.timed());
  });

  constructor() {
    const window = inject(DOCUMENT).defaultView;
    const leaves = window ? fromEvent(window, 'pagehide') : EMPTY;
    interval(NOTE_EACH_MS)
      .pipe(takeUntilDestroyed())
      .subscribe(() => this.noteTime());
    leaves.pipe(takeUntilDestroyed()).subscribe(() => this.noteTime(true));
  }

  /** What is known from before; what is not in it was made here since. */
  know(tries: readonly TryEvent[], secondsWithout: number, isSamePlan: boolean): void {
    const ids = new Set(tries.map((one) => one.id));
    this.all.update((own) => [
      ...tries,
      ...(isSamePlan ? own.filter((one) => !ids.has(one.id)) : []),
    ]);
    if (!isSamePlan) this.timed.set(secondsWithout);
  }

  /** Goes to a step; what is known anew of the same one changes nothing that is going on. */
  begin(of: Marked): void {
    const isSame = this.of?.planId === of.planId && this.of.stepId === of.stepId;
    if (!isSame) {
      this.close();
      this.latest.set(null);
      this.ended = [];
    }
    this.of = of;
  }

  /** The click runs anew: time counts from now, and a press is about what is played from now on. */
  startRun(): void {
    this.countFrom(Date.now());
    this.ended = [];
  }

  private countFrom(now: number): void {
    this.countedUntil = now;
    this.timeId = newId();
    this.goingOn.end();
  }

  /** Notes the time that goes on, as it is by now. */
  private noteTime(isOver = false): void {
    const seconds = this.secondsSince();
    if (!this.of || seconds < LEAST_S) return;
    const { planId, revision, stepId } = this.of;
    const what = { kind: 'time', bpm: null, seconds } as const;
    const event = { ...this.log.stamp(), id: this.timeId, revision, stepId, ...what };
    this.goingOn.note({ planId, event }, isOver);
  }

  /** The click stands: what was played without a mark is written down as time. */
  close(): void {
    const seconds = this.secondsSince();
    if (this.countedUntil === null) return;
    this.countedUntil = null;
    if (this.of && seconds >= LEAST_S) this.logTime(seconds, null, this.timeId);
    else this.goingOn.end();
  }

  endPass(pass: PlayedPass): void {
    this.ended = [...this.ended, pass].slice(-3);
  }

  /** The pass that a press is about: the one just ended, at a second press the one before it. */
  passToMark(now: number): PlayedPass | undefined {
    const [last, before] = this.ended.toReversed();
    if (last && !this.isMarked(last)) return last;
    const isSecond = now - this.markedAt < SECOND_PRESS_MS;
    return isSecond && before && !this.isMarked(before) ? before : undefined;
  }

  isMarked(pass: PlayedPass): boolean {
    return this.marked.has(keyOf(pass));
  }

  /** Writes a try down; without a click it takes the seconds that are said. */
  mark(clean: boolean, pass: PlayedPass | null, secondsWithout = 0): void {
    if (!this.of) return;
    const now = Date.now();
    const { planId, ...of } = this.of;
    const seconds = pass && this.countedUntil !== null ? this.secondsSince() : secondsWithout;
    const event: Omit<TryEvent, 'source'> = {
      kind: 'try',
      ...this.log.stamp(now),
      ...of,
      bpm: pass?.bpm ?? null,
      clean,
      passes: 1,
      seconds,
    };
    const own: TryEvent = { ...event, source: 'self' };
    if (pass) {
      this.marked.add(keyOf(pass));
      if (this.countedUntil !== null) this.countFrom(now);
    }
    this.markedAt = now;
    this.all.update((tries) => [...tries, own]);
    this.put(planId, event);
    this.latest.set({ event: own, pass });
    this.hold();
    this.forgetting = setTimeout(() => this.latest.set(null), UNDO_MS);
  }

  /** Takes the last mark back; what was played stays as time. Tells whether there was one. */
  undo(): boolean {
    const last = this.latest();
    if (!last || !this.of) return false;
    const { planId, revision } = this.of;
    const stamp = this.log.stamp();
    this.put(planId, { kind: 'correction', ...stamp, revision, of: last.event.id, clean: null });
    if (last.pass) this.marked.delete(keyOf(last.pass));
    this.all.update((tries) => tries.filter((one) => one.id !== last.event.id));
    if (last.event.seconds >= LEAST_S) this.logTime(last.event.seconds, last.event.bpm);
    this.latest.set(null);
    return true;
  }

  /** The last mark stays to be spoken of, however long that takes. */
  hold(): void {
    clearTimeout(this.forgetting);
  }

  /** Says in which bar the last mark failed, from 1; tells whether there is such a mark. */
  where(bar: number): boolean {
    const last = this.latest();
    if (!last || !this.of) return false;
    const { planId, revision } = this.of;
    this.put(planId, { kind: 'where', ...this.log.stamp(), revision, of: last.event.id, bar });
    this.latest.set(null);
    return true;
  }

  sore(): void {
    if (!this.of) return;
    const { planId, revision } = this.of;
    this.put(planId, { kind: 'sore', ...this.log.stamp(), revision });
  }

  stuck(bar: number | null): void {
    this.write({ kind: 'stuck', bar });
  }

  /** Writes down how often a change was made by the clock. */
  drill([from, to]: readonly [string, string], count: number, seconds: number): void {
    this.write({ kind: 'drill', from, to, count, seconds });
    this.timed.update((before) => before + seconds);
  }

  /** Writes down how quick strokes were that the hand could follow. */
  strokes(perSecond: number, seconds: number): void {
    this.write({ kind: 'strokes', perSecond, seconds });
    this.timed.update((before) => before + seconds);
  }

  /** Writes down what a take measured. */
  take(figures: TakeFigures, bpm: number | null): void {
    this.write({ kind: 'take', bpm, ...figures });
  }

  /** Writes down which strings of a grip rang. */
  ring(heard: {
    readonly grip: string;
    readonly struck: readonly number[];
    readonly dull: readonly number[];
  }): void {
    this.write({ kind: 'ring', ...heard });
  }

  /** Writes down time that was played without a mark. */
  logTime(seconds: number, bpm: number | null, id = newId()): void {
    this.write({ kind: 'time', bpm, seconds }, id);
    this.timed.update((before) => before + seconds);
  }

  /** Writes something down that happened now, in this step. */
  private write(what: OfStep, id = newId()): void {
    if (!this.of) return;
    const { planId, revision, stepId } = this.of;
    this.put(planId, { ...this.log.stamp(), id, revision, stepId, ...what });
  }

  private secondsSince(): number {
    if (this.countedUntil === null) return 0;
    return Math.min(LONGEST_S, Math.max(0, (Date.now() - this.countedUntil) / 1000));
  }

  private put(planId: string, event: NewEvent): void {
    const isTime = event.id === this.timeId;
    this.log.put(planId, event).then(
      () => {
        if (isTime && this.countedUntil === null) this.goingOn.end();
      },
      () => this.unkept.set(true),
    );
  }
}

function keyOf({ run, index }: PlayedPass): string {
  return `${run} ${index}`;
}
