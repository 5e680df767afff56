import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { changeBetween, soundingStrings, type Setup } from '@harvu/core/fretboard';
import type { LaidBar, Occurrence } from '@harvu/core/timeline';
import { placeAt } from '@harvu/core/practice';
import { climbOf, stepProgress } from '@harvu/core/practice';
import { triesIn, type TryEvent } from '@harvu/core/events';
import { pickedOver } from '@harvu/core/rhythm';
import { settledFrame } from '@harvu/core/song';
import { EMPTY_PASS, kindOf, passOf } from '@harvu/core/steps';
import type { SongGrip } from '@harvu/core/player';
import type { Observable } from 'rxjs';
import { v4 as newId } from 'uuid';
import { ClickEngine } from '../../sound/click-engine';
import { LOADING, opened, problemOf, valueOf, type Opened } from '../../platform/opened';
import { Session } from '../../platform/session';
import { EventQueue } from '../../store';
import { injectHandWords } from '../../ui/hand-words';
import { PlanReader, type PlanProgress } from '../plans';

/** Two presses closer together than this are one press of a bouncing pedal. */
const BOUNCE_MS = 400;
/** A click left running is not practised to. */
const LONGEST_S = 3600;
/** What a grip without a click takes. */
const GRIP_S = 5;
/** A slot is reached a hair before its time. */
const JUST = 1e-6;

/** A section of the map, by its place, and one of its bars, both from 0. */
interface MapPlace {
  readonly current: number;
  readonly bar: number;
}

function placeOnMap(occurrences: readonly Occurrence[], bar: number): MapPlace {
  let left = bar;
  const current = occurrences.findIndex(({ bars }) => {
    if (left < bars.length) return true;
    left -= bars.length;
    return false;
  });
  return { current: Math.max(0, current), bar: left };
}

/** A bar's own cue words, else its section's. */
function cueAt({ plan, work }: PlanProgress, at: MapPlace): string {
  const one = work.timeline.occurrences[at.current];
  const section = plan.document.sections.find(({ id }) => id === one?.section);
  const inPass = one?.bars[at.bar]?.inPass;
  return section?.cues?.find(({ bar }) => bar === inPass)?.words ?? section?.cue ?? '';
}

/** One visit to the practice room: a step, the click, and the tries that are made. */
@Injectable()
export class PracticeState {
  private readonly reader = inject(PlanReader);
  private readonly queue = inject(EventQueue);
  private readonly session = inject(Session);
  private readonly ended = inject(DestroyRef);
  readonly engine = inject(ClickEngine);

  private readonly wordsFor = injectHandWords();
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

  readonly step = computed(() => this.plan()?.steps.find((one) => one.id === this.stepId()));
  readonly stepNumber = computed(
    () => (this.plan()?.steps.findIndex((one) => one.id === this.stepId()) ?? -1) + 1,
  );
  readonly climb = computed(() => {
    const step = this.step();
    return step && climbOf(step, this.made());
  });
  readonly bpm = computed(() => this.step()?.rungs[this.climb()?.rung ?? 0] ?? null);
  /** The tempo of the click: the rung, or the song's own where one only listens. */
  readonly clickBpm = computed(() => {
    const bpm = this.bpm();
    const step = this.step();
    if (bpm !== null || !step || kindOf(step).matter !== 'listening') return bpm;
    return this.plan()?.work.goalBpm ?? null;
  });
  readonly pass = computed(() => {
    const [plan, step] = [this.plan(), this.step()];
    return plan && step ? passOf(step, plan.work) : EMPTY_PASS;
  });
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
  readonly place = computed(() => placeAt(this.pass().stretch, Math.max(0, this.passBeat())), {
    equal: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  });
  /** The pattern of the bar being played, and the slot its hand is at. */
  readonly lane = computed(() => {
    const laid = this.pass().stretch.bars[this.place()?.bar ?? 0];
    const struck = laid?.bar.struck;
    if (!struck) return undefined;
    const hand = settledFrame(this.plan()?.plan.document.frame ?? {}).picking;
    const sounding = soundingStrings(this.now()?.grip ?? []);
    return { pattern: pickedOver(struck.pattern, { hand, sounding }), slot: this.slotIn(laid) };
  });
  /** Which section of the map plays, and which of its bars, from 0; only where the whole song is played. */
  readonly onMap = computed(() => {
    const [plan, step] = [this.plan(), this.step()];
    if (!plan || !step || !kindOf(step).isWholeSong) return undefined;
    return placeOnMap(plan.work.timeline.occurrences, this.place()?.bar ?? 0);
  });
  /** The cue words of the bar that plays. */
  readonly cue = computed(() => {
    const [plan, at] = [this.plan(), this.onMap()];
    return plan && at ? cueAt(plan, at) : '';
  });
  readonly now = computed(() => this.gripOf(this.place()?.now));
  readonly next = computed(() => this.gripOf(this.place()?.next));
  /** What the fingers do to get from the grip now to the next one. */
  readonly change = computed(() => {
    const [from, to, work] = [this.now(), this.next(), this.plan()?.work];
    if (!from || !to || !work || from.name === to.name) return undefined;
    return changeBetween(from, to, { hand: work.hand, words: this.wordsFor(this.setup()) });
  });

  /** The song's tuning and capo, once it is there. */
  readonly setup = computed((): Setup => settledFrame(this.plan()?.plan.document.frame ?? {}));

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
    return beat < countInBeats
      ? beat === 0
      : placeAt(this.pass().stretch, beat - countInBeats)?.beat === 0;
  }

  /** Logs a try. With a click, a clean one has to have been played to its last beat. */
  mark(clean: boolean): void {
    const now = Date.now();
    if (!this.step() || now - this.markedAt < BOUNCE_MS) return;
    if (this.bpm() !== null && !this.isOn()) {
      this.told.set('Start the click first (space), then play one pass.');
      return;
    }
    if (clean && this.isOn() && this.passBeat() < this.pass().stretch.beats - 1) {
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
  private slotIn({ bar, from }: LaidBar): number {
    const beats = this.passBeat();
    if (!this.isOn() || beats < 0 || !bar.struck) return -1;
    const { pattern } = bar.struck;
    const inBar = (beats % this.pass().stretch.beats) - from;
    const first = bar.struck.bar * pattern.slotsPerBar;
    return first + Math.floor((inBar * pattern.slotsPerBar) / pattern.meter.beats + JUST);
  }

  private gripOf(name: string | undefined): SongGrip | undefined {
    return this.plan()?.work.grips.find((one) => one.name === name);
  }
}
