import { computed, DestroyRef, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { Plan } from '@harvu/contract';
import { evidenceIn, playedIn, secondsOfDrill } from '@harvu/core/events';
import { climbOf, stepProgress, type BarRange, type Scene } from '@harvu/core/practice';
import { findStep } from '@harvu/core/step-id';
import { catchError, filter, of, switchMap, type Observable } from 'rxjs';
import { LOADING, opened, problemOf, valueOf, type Opened } from '../../platform/opened';
import { mediaMatches } from '../../platform/media';
import { returned } from '../../platform/returned';
import { toProblem } from '../../platform/problems';
import { Session } from '../../platform/session';
import { EventQueue, TodayList } from '../../store';
import { Analysis, type SceneAsked } from '../../worked-out';
import { PlanReader, type PlanProgress } from '../plans';
import type { KeptTake } from '../takes';
import { Marks, type PlayedPass } from './marks.state';
import type { HeardGrip } from './parts/ring-check';
import { Playing, recordedBpm } from './playing.state';
import { RecordingState } from './recording.state';
import { RoomChoices } from './room-choices';
import { RoomView } from './room-view';

/** Two presses closer together than this are one press of a bouncing pedal. */
const BOUNCE_MS = 400;
/** What a grip without a click takes. */
const GRIP_S = 5;
/** Takes are no run of the click. */
const TAKEN = -1;
/** One visit to the practice room: a step, its sound, and what is marked. */
@Injectable()
export class PracticeState {
  private readonly reader = inject(PlanReader);
  private readonly analysis = inject(Analysis);
  private readonly queue = inject(EventQueue);
  private readonly session = inject(Session);
  private readonly ended = inject(DestroyRef);
  private readonly room = inject(RoomChoices);
  private readonly playing = inject(Playing);
  private readonly marks = inject(Marks);
  private readonly recording = inject(RecordingState);
  private readonly list = inject(TodayList);
  private readonly returned$ = returned();

  /** There is a column to spare for the ladder, and room for four bars. */
  readonly isWide = mediaMatches('(min-width: 900px) and (min-height: 500px)');

  private readonly found = signal<Opened<PlanProgress>>(LOADING);
  private readonly stepId = signal('');
  private readonly told = signal('');
  private readonly hurts = signal(false);
  private readonly looped = signal<BarRange | null>(null);
  /** The tempo somebody chose by hand, or a ramp came to; null for the rung. */
  private readonly chosen = signal<number | null>(null);
  private openPlan = '';
  private pressedAt = 0;
  /** Passes since the ramp last moved. */
  private sinceRamp = 0;
  private takes = 0;

  readonly plan = computed(() => valueOf(this.found()));
  readonly problem = computed(() => problemOf(this.found()));
  readonly isRunning = this.playing.isOn;
  readonly message = this.told.asReadonly();
  readonly lastMark = this.marks.last;
  readonly unsent = computed(() => this.queue.unsent().length);
  /** Something hurts: it is over for today. */
  readonly isSore = this.hurts.asReadonly();
  readonly refused = this.queue.problem;
  readonly isUnkept = this.marks.isUnkept;
  /** The bars that are looped, where it is not the whole pass. */
  readonly loop = this.looped.asReadonly();

  readonly step = computed(() => findStep(this.plan()?.steps ?? [], this.stepId()));
  readonly stepNumber = computed(
    () => (this.plan()?.steps.findIndex((one) => one.id === this.step()?.id) ?? -1) + 1,
  );
  private readonly asked = computed(() => ({
    plan: this.plan()?.plan,
    of: { stepId: this.stepId(), only: this.looped(), taps: this.recording.taps() },
  }));
  private readonly worked = toSignal(
    toObservable(this.asked).pipe(
      switchMap((asked) => (asked.plan ? this.workOut(asked.plan, asked.of) : of(null))),
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
    return step && climbOf(step, this.marks.tries());
  });
  private readonly rung = computed(() => this.step()?.rungs[this.climb()?.rung ?? 0] ?? null);
  /** The tempo that is practised: the rung, unless another was chosen. */
  readonly bpm = computed(() => {
    const rung = this.rung();
    return rung === null ? null : (this.chosen() ?? rung);
  });
  /** The tempo of the click: the rung, or the song's own where one only listens, unless another was chosen. */
  readonly clickBpm = computed(() => {
    const listenBpm = this.scene()?.listenBpm ?? null;
    return this.bpm() ?? (listenBpm === null ? null : (this.chosen() ?? listenBpm));
  });
  /** The tempo of the recording that is played; null where none is. */
  readonly recordedBpm = computed(() => {
    const scene = this.scene();
    return scene && this.recording.isChosen() && scene.recordedS.length > 1
      ? recordedBpm(scene)
      : null;
  });
  /** What goes round until it is left. */
  readonly openEnd = this.playing.openEnd;
  /** The step to go on with when this one is done: the next that is open, else the first. */
  readonly nextStep = computed(() => {
    const plan = this.plan();
    if (!plan || !this.climb()?.isDone) return undefined;
    const open = stepProgress(plan.steps, this.marks.tries()).map((one) => one.state === 'open');
    const later = open.findIndex((isOpen, place) => isOpen && place >= this.stepNumber());
    return plan.steps[later >= 0 ? later : open.indexOf(true)];
  });
  readonly minutesToday = computed(() => Math.round(this.marks.secondsToday() / 60));

  /** The number that is counted before a pass; 0 while it is played. */
  readonly counted = this.playing.counted;
  readonly beat = this.playing.beat;
  readonly isPlaying = this.playing.isPlaying;
  /** What is seen of it where it is now. */
  readonly seen = new RoomView(this.scene, this.playing, this.isWide);

  constructor() {
    this.playing.passEnds.pipe(takeUntilDestroyed()).subscribe((pass) => this.endPass(pass));
    this.playing.ends.pipe(takeUntilDestroyed()).subscribe(() => this.marks.close());
    this.ended.onDestroy(() => this.stop());
    // What is chosen while it plays holds from the next pass on.
    effect(() => {
      this.room.choices();
      untracked(() => this.playing.choose());
    });
  }

  /** Opens a plan; what comes later about it changes nothing that was played here meanwhile. */
  open(planId$: Observable<string>): void {
    this.playing.prepare();
    // What somebody plays now is not laid out anew under their hands.
    const again$ = this.returned$.pipe(filter(() => !this.isRunning()));
    opened(planId$, (id) => this.reader.read(id), again$)
      .pipe(takeUntilDestroyed(this.ended))
      .subscribe((found) => {
        this.found.set(found);
        const plan = valueOf(found)?.plan;
        const events = plan?.events ?? [];
        const today = this.session.today();
        // What hurt earlier today is not forgotten because the page was closed.
        if (plan && plan.id !== this.openPlan)
          this.hurts.set(events.some((one) => one.kind === 'sore' && one.day === today));
        const unmarked = playedIn(events).filter((one) => one.day === today && !('clean' in one));
        const seconds = unmarked.reduce((sum, one) => sum + one.seconds, 0);
        this.marks.know(evidenceIn(events), seconds, plan?.id === this.openPlan);
        this.openPlan = plan?.id ?? this.openPlan;
        if (plan) void this.recording.open(plan.songId);
        this.beginMarks();
      });
  }

  /** Goes to a step of the plan. */
  goTo(stepId: string): void {
    this.stop();
    this.stepId.set(stepId);
    this.told.set('');
    this.looped.set(null);
    this.chosen.set(null);
    this.beginMarks();
  }

  toggle(): void {
    if (this.isRunning()) this.stop();
    else if (!this.isSore()) this.start();
  }

  /** What hurt does so no more: the click may be started again, by a press of its own. */
  better(): void {
    this.hurts.set(false);
    this.told.set('Short tries, and stop again as soon as it comes back.');
  }

  /** Starts the click where it stands and nothing played waits for a mark; tells whether that is so. */
  startIdle(): boolean {
    const waits = !this.isRunning() && !this.isSore() && !this.climb()?.isDone;
    if (!waits || this.bpm() === null || this.hasPassToMark()) return false;
    const now = Date.now();
    // A pedal that bounces does not start what it has just marked.
    if (now - this.pressedAt >= BOUNCE_MS) this.start();
    this.pressedAt = now;
    return true;
  }

  stop(): void {
    this.playing.stop();
    this.marks.close();
  }

  /** Loops some bars of the pass, from 1; all of them for null. */
  loopBars(bars: BarRange | null): void {
    this.stop();
    this.looped.set(bars);
    this.told.set(
      bars ? 'Only these bars: they count as time. The whole pass is what climbs.' : '',
    );
  }

  /** Some bars are to be looped: which, is asked. */
  askLoop(): void {
    this.loopBars(null);
    this.told.set('Tap the first bar of the loop, then the last.');
  }

  /** Practises at another tempo than the rung; null goes back to it. */
  chooseBpm(bpm: number | null): void {
    this.chosen.set(bpm === this.rung() ? null : bpm);
    this.sinceRamp = 0;
    this.followTempo();
  }

  /** Logs a mark: of the pass just ended, at a second press of the one before. */
  mark(clean: boolean): void {
    const now = Date.now();
    if (!this.step() || now - this.pressedAt < BOUNCE_MS) return;
    this.pressedAt = now;
    if (this.openEnd() && clean) {
      this.leave();
      return;
    }
    if (this.bpm() === null && !this.isRunning()) {
      this.log(clean, null);
      return;
    }
    const pass = this.marks.passToMark(now) ?? this.currentPass(clean);
    if (pass) this.log(clean, pass);
  }

  /** Goes on out of what goes round until a cue. */
  leave(): void {
    this.playing.leave();
    this.told.set('On after this round.');
  }

  /** Whether a press would be about a pass that was played. */
  hasPassToMark(): boolean {
    return this.marks.passToMark(Date.now()) !== undefined;
  }

  undo(): void {
    if (this.marks.undo()) this.told.set('Taken back. What you played stays as time.');
  }

  /** The last mark failed somewhere: it stops, and the mark waits to hear in which bar. Tells whether it did. */
  askWhere(): boolean {
    const last = this.lastMark();
    if (!last || last.event.clean || !last.pass) return false;
    this.stop();
    this.marks.hold();
    this.told.set('In which bar did it go wrong? Tap it.');
    return true;
  }

  where(bar: number): void {
    if (!this.marks.where(bar)) return;
    this.told.set(`Bar ${bar}: kept. Loop it by itself, slower, a few times.`);
  }

  sore(): void {
    this.stop();
    this.hurts.set(true);
    // Nothing leads on from what hurts.
    this.list.end();
    this.marks.sore();
  }

  stuck(): void {
    const bar = this.playing.isPlaying() ? (this.seen.place()?.bar ?? 0) + 1 : null;
    this.marks.stuck(bar);
    const at = bar === null ? '' : ` at bar ${bar}`;
    this.told.set(`Kept${at}: your teacher sees it. Try half the bars, or two rungs down.`);
  }

  /** Keeps how often a change was made in so many seconds. */
  drill(count: number, seconds: number): void {
    const [from, to] = this.step()?.atoms ?? [];
    if (from === undefined || to === undefined) return;
    this.marks.drill([from, to], count, seconds);
    const each = secondsOfDrill((60 * count) / seconds);
    this.told.set(
      `Kept: ${count} in ${seconds} s, so a change takes about ${each.toFixed(1)} s. It is kept with what you have shown.`,
    );
  }

  /** Keeps how quick the hand was. */
  strokes(perSecond: number, seconds: number): void {
    this.marks.strokes(perSecond, seconds);
    this.told.set(`Kept: ${perSecond.toFixed(1)} strokes a second. New plans begin from there.`);
  }

  /** Keeps which strings of a grip rang; it counts as one try of the step. */
  ring(heard: HeardGrip): void {
    this.marks.ring(heard);
    const isClean = heard.dull.length === 0;
    this.log(isClean, null);
    if (!isClean) this.told.set('Kept. One string at a time: the next try is for that one.');
  }

  /** Keeps what a take measured, and the mark that was given to it. */
  take({ figures, mark, hasSound }: KeptTake): void {
    const bpm = this.bpm();
    this.marks.take(figures, bpm);
    this.takes += 1;
    const seconds = Math.round(figures.seconds);
    // Some bars by themselves are time, and no mark of the step.
    if (!mark || this.looped()) this.marks.logTime(seconds, bpm);
    const sound = hasSound ? ', the sound on this device' : '';
    if (!mark) this.told.set(`Kept: the figures are with your song${sound}.`);
    else this.log(mark.clean, { run: TAKEN, index: this.takes, bpm }, seconds);
    if (mark?.bar != null && !this.looped()) this.marks.where(mark.bar);
  }

  private beginMarks(): void {
    const plan = this.plan()?.plan;
    const step = this.step();
    if (plan && step)
      this.marks.begin({ planId: plan.id, stepId: this.stepId(), revision: plan.revision });
  }

  private start(): void {
    const [scene, bpm] = [this.scene(), this.clickBpm()];
    if (!scene) {
      this.told.set('One moment: it is being laid out.');
      return;
    }
    if (bpm === null || scene.pass.stretch.beats === 0) return;
    this.told.set('');
    this.sinceRamp = 0;
    const isOnce = scene.map.length > 0 && !this.looped();
    const recording = scene.map.length > 0 ? this.recording.ready() : null;
    if (recording && scene.recordedS.length < 2) {
      this.told.set(
        'First tap once where the sections begin in your file: under Room, “Tap along”.',
      );
      return;
    }
    this.playing.start({ scene, bpm, isOnce, ...(recording && { recording }) });
    this.marks.startRun();
  }

  /** The pass that goes on: stumbled at any time, clean once it is at its last beat. */
  private currentPass(clean: boolean): PlayedPass | undefined {
    if (!this.isRunning()) {
      this.told.set('Start the click first (space), then play one pass.');
      return undefined;
    }
    const pass = this.playing.current();
    if (this.marks.isMarked(pass)) return undefined;
    if (!clean || this.playing.isAtEnd()) return pass;
    const bars = this.scene()?.pass.stretch.bars.length ?? 0;
    this.told.set(
      `Play it to the end first: this is bar ${(this.seen.place()?.bar ?? 0) + 1} of ${bars}.`,
    );
    return undefined;
  }

  private log(clean: boolean, pass: PlayedPass | null, seconds = GRIP_S): void {
    if (this.looped()) {
      this.told.set('These bars by themselves count as time. Play the whole pass to climb.');
      return;
    }
    const before = this.climb();
    const wasDone = before?.isDone ?? false;
    this.marks.mark(clean, pass, seconds);
    if (!clean) this.sinceRamp = 0;
    this.tell(clean, { rung: before?.rung ?? 0, wasDone });
    if (this.climb()?.isDone && !wasDone) this.stop();
    else this.followTempo();
  }

  private endPass(pass: PlayedPass): void {
    this.marks.endPass(pass);
    this.sinceRamp += 1;
    const { rampAfter } = this.room.choices();
    if (rampAfter === 0 || this.sinceRamp < rampAfter) return;
    const next = this.step()?.rungs.find((one) => one > (this.bpm() ?? Infinity));
    if (next === undefined) return;
    this.chosen.set(next);
    this.sinceRamp = 0;
    this.told.set(`${rampAfter} passes: ${next} from the next one.`);
    this.followTempo();
  }

  /** What plays goes on in the tempo that holds now, from its next pass on. */
  private followTempo(): void {
    const bpm = this.clickBpm();
    if (this.isRunning() && bpm !== null) this.playing.goOnAt(bpm);
  }

  private tell(clean: boolean, before: { readonly rung: number; readonly wasDone: boolean }): void {
    const [step, climb] = [this.step(), this.climb()];
    if (!step || !climb) return;
    const isUp = climb.rung > before.rung;
    if (isUp || climb.rung < before.rung) this.chosen.set(null);
    if (before.wasDone && !clean)
      this.told.set('It was done before and wants a visit: a few calm passes, two rungs down.');
    else if (climb.isDone) this.told.set('Done: the goal of this step is met.');
    else if (isUp) this.told.set(`Up a rung: ${this.bpm()} from the next pass.`);
    else if (climb.rung < before.rung)
      this.told.set(`Two in a row: down to ${this.bpm()}, no harm done.`);
    else if (clean) this.told.set(`${climb.cleanInRow} of ${step.goal.cleanInRow} clean.`);
    else
      this.told.set(
        step.rungs.length === 0 ? 'Not yet.' : 'Stumbled. Once more at the same tempo.',
      );
  }

  private workOut(plan: Plan, asked: SceneAsked): Observable<Scene | null> {
    return this.analysis.scene(plan, asked).pipe(
      catchError((error: unknown) => {
        this.found.set({ kind: 'failed', problem: toProblem(error) });
        return of(null);
      }),
    );
  }
}
