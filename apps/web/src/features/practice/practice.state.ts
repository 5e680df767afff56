import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Problem } from '@harvu/contract';
import { changeBetween, soundingStrings, type Setup } from '@harvu/core/fretboard';
import type { BarStrokes, Occurrence } from '@harvu/core/timeline';
import { climbOf, stepProgress, type Try } from '@harvu/core/progress';
import { pickedOver } from '@harvu/core/rhythm';
import { settledFrame } from '@harvu/core/song';
import { passBeats, passOf, placeInPass, type StepKind } from '@harvu/core/steps';
import type { SongGrip } from '@harvu/core/player';
import { v4 as newId } from 'uuid';
import { ClickEngine } from '../../platform/click-engine';
import { toProblem } from '../../platform/problems';
import { Outbox } from '../../platform/outbox';
import { injectHandWords } from '../../ui/conventions';
import { PlanReader, type PlanProgress } from '../plans';

/** Steps in which the song is gone through from its first bar to its last. */
const WHOLE_KINDS: readonly StepKind[] = ['listen', 'whole', 'recording', 'sing', 'perform'];
/** Two presses closer together than this are one press of a bouncing pedal. */
const BOUNCE_MS = 400;

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
  const one = work.playing.occurrences[at.current];
  const section = plan.document.sections.find(({ id }) => id === one?.section);
  const inPass = one?.bars[at.bar]?.inPass;
  return section?.cues?.find(({ bar }) => bar === inPass)?.words ?? section?.cue ?? '';
}

/** One visit to the practice room: a step, the click, and the tries that are made. */
@Injectable()
export class PracticeState {
  private readonly reader = inject(PlanReader);
  private readonly outbox = inject(Outbox);
  readonly engine = inject(ClickEngine);

  private readonly wordsFor = injectHandWords();
  private readonly opened = signal<PlanProgress | null>(null);
  private readonly failed = signal<Problem | null>(null);
  private readonly stepId = signal('');
  private readonly made = signal<readonly Try[]>([]);
  private readonly isOn = signal(false);
  private readonly told = signal('');
  private startedAt = 0;
  private markedAt = 0;

  readonly plan = this.opened.asReadonly();
  readonly problem = this.failed.asReadonly();
  readonly isRunning = this.isOn.asReadonly();
  readonly message = this.told.asReadonly();
  readonly unsent = computed(() => this.outbox.unsent().length);
  readonly refused = this.outbox.problem;

  readonly step = computed(() => this.opened()?.steps.find((one) => one.id === this.stepId()));
  readonly stepNumber = computed(
    () => (this.opened()?.steps.findIndex((one) => one.id === this.stepId()) ?? -1) + 1,
  );
  readonly climb = computed(() => {
    const step = this.step();
    return step && climbOf(step, this.made());
  });
  readonly bpm = computed(() => this.step()?.rungs[this.climb()?.rung ?? 0] ?? null);
  /** The tempo of the click: the rung, or the song's own where one only listens. */
  readonly clickBpm = computed(() => {
    const bpm = this.bpm();
    if (bpm !== null || this.step()?.kind !== 'listen') return bpm;
    return this.opened()?.work.goalBpm ?? null;
  });
  readonly pass = computed(() => {
    const [plan, step] = [this.opened(), this.step()];
    return plan && step ? passOf(step, plan.work) : { bars: [], countInBeats: 4 };
  });
  /** The step to go on with when this one is done: the next that is open, else the first. */
  readonly nextStep = computed(() => {
    const plan = this.opened();
    if (!plan || !this.climb()?.isDone) return undefined;
    const open = stepProgress(plan.steps, this.made()).map((one) => one.state === 'open');
    const later = open.findIndex((isOpen, place) => isOpen && place >= this.stepNumber());
    return plan.steps[later >= 0 ? later : open.indexOf(true)];
  });
  readonly minutesToday = computed(() => {
    const today = new Date().toDateString();
    const seconds = this.made().filter((one) => new Date(one.at).toDateString() === today);
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
  readonly place = computed(() => placeInPass(this.pass(), Math.max(0, this.passBeat())), {
    equal: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  });
  /** The pattern of the bar being played, and the slot its hand is at. */
  readonly lane = computed(() => {
    const struck = this.pass().bars[this.place()?.bar ?? 0]?.struck;
    if (!struck) return undefined;
    const hand = settledFrame(this.opened()?.plan.document.frame ?? {}).picking;
    const sounding = soundingStrings(this.now()?.grip ?? []);
    return { pattern: pickedOver(struck.pattern, { hand, sounding }), slot: this.slotIn(struck) };
  });
  /** Which section of the map plays, and which of its bars, from 0; only where the whole song is played. */
  readonly onMap = computed(() => {
    const [plan, step] = [this.opened(), this.step()];
    if (!plan || !step || !WHOLE_KINDS.includes(step.kind)) return undefined;
    return placeOnMap(plan.work.playing.occurrences, this.place()?.bar ?? 0);
  });
  /** The cue words of the bar that plays. */
  readonly cue = computed(() => {
    const [plan, at] = [this.opened(), this.onMap()];
    return plan && at ? cueAt(plan, at) : '';
  });
  readonly now = computed(() => this.gripOf(this.place()?.now));
  readonly next = computed(() => this.gripOf(this.place()?.next));
  /** What the fingers do to get from the grip now to the next one. */
  readonly change = computed(() => {
    const [from, to, work] = [this.now(), this.next(), this.opened()?.work];
    if (!from || !to || !work || from.name === to.name) return undefined;
    return changeBetween(from, to, { hand: work.hand, words: this.wordsFor(this.setup()) });
  });

  /** The song's tuning and capo, once it is there. */
  readonly setup = computed((): Setup => settledFrame(this.opened()?.plan.document.frame ?? {}));

  constructor() {
    inject(DestroyRef).onDestroy(() => this.engine.close());
  }

  open(planId: string, stepId: string): void {
    this.stop();
    this.stepId.set(stepId);
    this.told.set('');
    if (this.opened()?.plan.id === planId) return;
    this.reader.read(planId).subscribe({
      next: (plan) => {
        this.opened.set(plan);
        const unsent = this.outbox
          .unsentOf(planId)
          .map((one) => ({ ...one, bpm: one.bpm ?? null, source: 'self' as const }));
        this.made.set([...plan.plan.tries, ...unsent]);
      },
      error: (error: unknown) => this.failed.set(toProblem(error)),
    });
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
    if (tempo === null || passBeats(this.pass()) === 0) return;
    this.told.set('');
    this.engine.start({ bpm: tempo, isAccented: (beat) => this.isFirstOfBar(beat) });
    this.startedAt = Date.now();
    this.isOn.set(true);
  }

  private isFirstOfBar(beat: number): boolean {
    const { countInBeats } = this.pass();
    return beat < countInBeats
      ? beat === 0
      : placeInPass(this.pass(), beat - countInBeats)?.beat === 0;
  }

  /** Logs a try. With a click, a clean one has to have been played to its last beat. */
  mark(clean: boolean): void {
    const now = Date.now();
    if (!this.step() || now - this.markedAt < BOUNCE_MS) return;
    if (this.bpm() !== null && !this.isOn()) {
      this.told.set('Start the click first (space), then play one pass.');
      return;
    }
    if (clean && this.isOn() && this.passBeat() < passBeats(this.pass()) - 1) {
      this.told.set(
        `Play it to the end first: this is bar ${(this.place()?.bar ?? 0) + 1} of ${this.pass().bars.length}.`,
      );
      return;
    }
    this.markedAt = now;
    this.log(clean, now);
  }

  private log(clean: boolean, now: number): void {
    const seconds = this.isOn() ? Math.min(3600, (now - this.startedAt) / 1000) : 5;
    const one = {
      id: newId(),
      stepId: this.stepId(),
      at: new Date(now).toISOString(),
      bpm: this.bpm(),
      clean,
      passes: 1,
      seconds,
    };
    const before = this.climb();
    this.made.update((tries) => [...tries, { ...one, source: 'self' }]);
    this.outbox.put(this.opened()?.plan.id ?? '', one);
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

  private slotIn({ pattern, bar }: BarStrokes): number {
    const beats = this.passBeat();
    if (!this.isOn() || beats < 0) return -1;
    const within = beats % passBeats(this.pass());
    const before = this.pass().bars.slice(0, this.place()?.bar ?? 0);
    const inBar = within - before.reduce((sum, bar) => sum + bar.beats, 0);
    const from = bar * pattern.slotsPerBar;
    return from + Math.floor((inBar * pattern.slotsPerBar) / pattern.meter.beats + 1e-6);
  }

  private gripOf(name: string | undefined): SongGrip | undefined {
    return this.opened()?.work.grips.find((one) => one.name === name);
  }
}
