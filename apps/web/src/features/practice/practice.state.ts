import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { Plan } from '@harvu/contract';
import type { Drawing } from '@harvu/core/drawing';
import { triesIn, type TryEvent } from '@harvu/core/events';
import {
  climbOf,
  notesAt,
  placeIn,
  stepProgress,
  type DrawnChange,
  type DrawnLane,
  type Place,
  type SaidChord,
  type Scene,
} from '@harvu/core/practice';
import type { Pass } from '@harvu/core/steps';
import type { Seconds } from '@harvu/core/units';
import { catchError, of, switchMap, type Observable } from 'rxjs';
import { v4 as newId } from 'uuid';
import { LOADING, opened, problemOf, valueOf, type Opened } from '../../platform/opened';
import { toProblem } from '../../platform/problems';
import { Session } from '../../platform/session';
import { ClickEngine } from '../../sound/click-engine';
import { EventQueue } from '../../store';
import { Analysis } from '../../worked-out';
import { PlanReader, type PlanProgress } from '../plans';
import { findStep } from '@harvu/core/step-id';

/** Two presses closer together than this are one press of a bouncing pedal. */
const BOUNCE_MS = 400;
/** A click left running is not practised to. */
const LONGEST_S = 3600;
/** What a grip without a click takes. */
const GRIP_S = 5;
/** A slot is reached a hair before its time. */
const JUST = 1e-6;
/** Bars of a riff that are read at once. */
const BARS_AT_ONCE = 4;

/** Until a step is worked out, nothing is played. */
const NOTHING: Pass = {
  stretch: { bars: [], beats: 0, lasts: 0 as Seconds },
  spans: [],
  countInBeats: 4,
};

/** What is held now, and what comes. */
export interface Hold {
  readonly now: SaidChord | undefined;
  readonly next: SaidChord | undefined;
  readonly beatsToNext: number | null;
  readonly grip: Drawing | undefined;
  readonly nextGrip: Drawing | undefined;
  readonly change: DrawnChange | undefined;
}

const NO_HOLD: Hold = {
  now: undefined,
  next: undefined,
  beatsToNext: null,
  grip: undefined,
  nextGrip: undefined,
  change: undefined,
};

function holdIn(scene: Scene, { now, next, beatsToNext }: Place): Hold {
  return {
    now: scene.chords[now],
    next: now === next ? undefined : scene.chords[next],
    beatsToNext,
    grip: scene.grips[now],
    nextGrip: scene.grips[next],
    change: scene.changes[`${now} ${next}`],
  };
}

/** One visit to the practice room: a step, the click, and the tries that are made. */
@Injectable()
export class PracticeState {
  private readonly reader = inject(PlanReader);
  private readonly analysis = inject(Analysis);
  private readonly queue = inject(EventQueue);
  private readonly session = inject(Session);
  private readonly ended = inject(DestroyRef);
  readonly engine = inject(ClickEngine);

  private readonly found = signal<Opened<PlanProgress>>(LOADING);
  private readonly stepId = signal('');
  private readonly made = signal<readonly TryEvent[]>([]);
  private readonly isOn = signal(false);
  private readonly told = signal('');
  /** The plan that those tries are of. */
  private madeOf = '';
  private startedAt = 0;
  private markedAt = 0;

  readonly plan = computed(() => valueOf(this.found()));
  readonly problem = computed(() => problemOf(this.found()));
  readonly isRunning = this.isOn.asReadonly();
  readonly message = this.told.asReadonly();
  readonly unsent = computed(() => this.queue.unsent().length);
  readonly refused = this.queue.problem;
  private readonly notKept = signal(false);
  /** The device could not keep a try; it goes only while this page is open. */
  readonly isUnkept = this.notKept.asReadonly();

  readonly step = computed(() => findStep(this.plan()?.steps ?? [], this.stepId()));
  readonly stepNumber = computed(
    () => (this.plan()?.steps.findIndex((one) => one.id === this.step()?.id) ?? -1) + 1,
  );
  private readonly asked = computed(() => ({ plan: this.plan()?.plan, stepId: this.stepId() }));
  private readonly worked = toSignal(
    toObservable(this.asked).pipe(
      switchMap(({ plan, stepId }) => (plan ? this.workOut(plan, stepId) : of(null))),
    ),
    { initialValue: null },
  );
  /** All that is seen and heard of the step, once it is worked out. */
  readonly scene = computed(() => {
    const scene = this.worked();
    return scene?.step.id === this.step()?.id ? scene : null;
  });
  readonly climb = computed(() => {
    const step = this.step();
    return step && climbOf(step, this.made());
  });
  readonly bpm = computed(() => this.step()?.rungs[this.climb()?.rung ?? 0] ?? null);
  /** The tempo of the click: the rung, or the song's own where one only listens. */
  readonly clickBpm = computed(() => this.bpm() ?? this.scene()?.listenBpm ?? null);
  readonly pass = computed(() => this.scene()?.pass ?? NOTHING);
  /** The step to go on with when this one is done: the next that is open, else the first. */
  readonly nextStep = computed(() => {
    const plan = this.plan();
    if (!plan || !this.climb()?.isDone) return undefined;
    const open = stepProgress(plan.steps, this.made()).map((one) => one.state === 'open');
    const later = open.findIndex((isOpen, place) => isOpen && place >= this.stepNumber());
    return plan.steps[later >= 0 ? later : open.indexOf(true)];
  });
  readonly minutesToday = computed(() => {
    const today = this.session.today();
    const seconds = this.made().filter((one) => one.day === today);
    return Math.round(seconds.reduce((sum, one) => sum + one.seconds, 0) / 60);
  });

  /** The beat in which a pass counts as played to its end. */
  private readonly lastBeat = computed(() => (this.pass().stretch.bars.at(-1)?.until ?? 0) - 1);
  private readonly beats = toSignal(this.engine.beats, { initialValue: -Infinity });
  /** Whole beats of the count-in still to come; 0 once the pass goes. */
  readonly countIn = computed(() => {
    if (!this.isOn()) return 0;
    const left = this.pass().countInBeats - Math.floor(Math.max(0, this.beats()));
    return Math.max(0, left);
  });
  private readonly passBeat = computed(() =>
    this.isOn() ? this.beats() - this.pass().countInBeats : 0,
  );
  readonly place = computed(() => placeIn(this.pass(), Math.max(0, this.passBeat())), {
    equal: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  });
  /** The hand in the bar that plays, and the slot it is at. */
  readonly lane = computed(() => {
    const place = this.place();
    const lane = place && this.scene()?.lanes[place.bar]?.[place.now];
    return lane && { ...lane, slot: this.slotIn(lane, place.bar) };
  });
  /** The bars around the one that plays, where they are played note by note, and the notes that sound. */
  readonly riffNow = computed(
    () => {
      const riff = this.scene()?.riff;
      const bar = this.place()?.bar ?? 0;
      const run = riff?.runs.find(({ from, to }) => bar >= from && bar <= to);
      if (!riff || !run) return null;
      const from = run.from + Math.floor((bar - run.from) / BARS_AT_ONCE) * BARS_AT_ONCE;
      return { riff, only: { from, to: Math.min(run.to, from + BARS_AT_ONCE - 1) } };
    },
    { equal: (a, b) => a?.riff === b?.riff && a?.only.from === b?.only.from },
  );
  readonly notesNow = computed(
    () => {
      const riff = this.scene()?.riff;
      const { beats } = this.pass().stretch;
      return riff && beats > 0 ? notesAt(riff, Math.max(0, this.passBeat()) % beats) : [];
    },
    { equal: (a, b) => a.join() === b.join() },
  );
  /** Which section of the map plays, and which of its bars; only where the whole song is played. */
  readonly onMap = computed(() => this.scene()?.map[this.place()?.bar ?? 0]);
  /** The chords now and next, as they are said, and what the fingers do between them. */
  readonly hold = computed(() => {
    const [scene, place] = [this.scene(), this.place()];
    return scene && place ? holdIn(scene, place) : NO_HOLD;
  });

  constructor() {
    this.ended.onDestroy(() => this.engine.close());
  }

  /** Opens a plan; what comes later about it changes nothing that was played here meanwhile. */
  open(planId$: Observable<string>): void {
    opened(planId$, (id) => this.reader.read(id))
      .pipe(takeUntilDestroyed(this.ended))
      .subscribe((found) => {
        this.found.set(found);
        const known = triesIn(valueOf(found)?.plan.events ?? []);
        const ids = new Set(known.map((one) => one.id));
        const isSame = valueOf(found)?.plan.id === this.madeOf;
        const own = isSame ? this.made().filter((one) => !ids.has(one.id)) : [];
        this.madeOf = valueOf(found)?.plan.id ?? this.madeOf;
        this.made.set([...known, ...own]);
      });
  }

  /** Goes to a step of the plan. */
  goTo(stepId: string): void {
    this.stop();
    this.stepId.set(stepId);
    this.told.set('');
  }

  toggle(): void {
    if (this.isOn()) this.stop();
    else this.start();
  }

  stop(): void {
    this.engine.stop();
    this.isOn.set(false);
  }

  private start(): void {
    const tempo = this.clickBpm();
    if (tempo === null || this.pass().stretch.beats === 0) return;
    this.told.set('');
    this.engine.start({ bpm: tempo, isAccented: (beat) => this.isFirstOfBar(beat) });
    this.startedAt = Date.now();
    this.isOn.set(true);
  }

  private isFirstOfBar(beat: number): boolean {
    const { countInBeats } = this.pass();
    return beat < countInBeats ? beat === 0 : placeIn(this.pass(), beat - countInBeats)?.beat === 0;
  }

  /** Logs a try. With a click, a clean one has to have been played to its last beat. */
  mark(clean: boolean): void {
    const now = Date.now();
    if (!this.step() || now - this.markedAt < BOUNCE_MS) return;
    if (this.bpm() !== null && !this.isOn()) {
      this.told.set('Start the click first (space), then play one pass.');
      return;
    }
    if (clean && this.isOn() && this.passBeat() < this.lastBeat()) {
      this.told.set(
        `Play it to the end first: this is bar ${(this.place()?.bar ?? 0) + 1} of ${this.pass().stretch.bars.length}.`,
      );
      return;
    }
    this.markedAt = now;
    this.log(clean, now);
  }

  private log(clean: boolean, now: number): void {
    const plan = this.plan()?.plan;
    if (!plan) return;
    const seconds = this.isOn() ? Math.min(LONGEST_S, (now - this.startedAt) / 1000) : GRIP_S;
    const one: Omit<TryEvent, 'source'> = {
      kind: 'try',
      id: newId(),
      stepId: this.stepId(),
      revision: plan.revision,
      at: new Date(now).toISOString(),
      day: this.session.today(),
      bpm: this.bpm(),
      clean,
      passes: 1,
      seconds,
    };
    const before = this.climb();
    this.made.update((tries) => [...tries, { ...one, source: 'self' }]);
    this.queue.put(plan.id, one).catch(() => this.notKept.set(true));
    this.tell(clean, before?.rung ?? 0);
    // Every pass begins with a count-in: a breath, and the new tempo where it changed.
    if (this.isOn() && !this.climb()?.isDone) this.startAgain();
    else this.stop();
  }

  private startAgain(): void {
    const words = this.told();
    this.start();
    this.told.set(words);
  }

  private tell(clean: boolean, rungBefore: number): void {
    const [step, climb] = [this.step(), this.climb()];
    if (!step || !climb) return;
    const isUp = climb.rung > rungBefore;
    if (climb.isDone) this.told.set('Done: the goal of this step is met.');
    else if (isUp) this.told.set(`Up a rung: ${this.bpm()} now.`);
    else if (climb.rung < rungBefore)
      this.told.set(`Two in a row: down to ${this.bpm()}, no harm done.`);
    else if (clean) this.told.set(`${climb.cleanInRow} of ${step.goal.cleanInRow} clean.`);
    else
      this.told.set(
        step.rungs.length === 0 ? 'Not yet.' : 'Stumbled. Once more at the same tempo.',
      );
  }

  /** The slot of its pattern that the hand is at; -1 before the pass goes. */
  private slotIn({ firstSlot, slotsPerBeat }: DrawnLane, bar: number): number {
    const beats = this.passBeat();
    if (!this.isOn() || beats < 0) return -1;
    const { stretch } = this.pass();
    const inBar = (beats % stretch.beats) - (stretch.bars[bar]?.from ?? 0);
    return firstSlot + Math.floor(inBar * slotsPerBeat + JUST);
  }

  private workOut(plan: Plan, stepId: string): Observable<Scene | null> {
    return this.analysis.scene(plan, stepId).pipe(
      catchError((error: unknown) => {
        this.found.set({ kind: 'failed', problem: toProblem(error) });
        return of(null);
      }),
    );
  }
}
