import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { Scene } from '@harvu/core/practice';
import { kindOf, shortTitle } from '@harvu/core/steps';
import { catchError, of, switchMap } from 'rxjs';
import { SoundLevels } from '../../sound/levels';
import { RoomSound } from '../../sound/room-sound';
import { CONVENTIONS } from '../../ui/conventions';
import { Analysis } from '../../worked-out';
import { takeRequestOf, type KeptTake } from '../takes';
import { LessonMarks, type HeardStep } from './lesson-marks';
import { LessonState } from './lesson.state';

/** Without a click something heard takes about so long. */
const USUAL_S = 20;
const LONGEST_S = 900;
const GUIDE_LEVEL = 0.3;
const CLEAN_WORDS = { done: 'Done', clean: 'Clean', ringing: 'Rings' } as const;

/** What is heard in a lesson: the tempo, click and guide, and the marks that are made of it. */
@Injectable()
export class HearState {
  private readonly lesson = inject(LessonState);
  private readonly marks = inject(LessonMarks);
  private readonly sound = inject(RoomSound);
  private readonly levels = inject(SoundLevels);
  private readonly analysis = inject(Analysis);
  private readonly chosen = signal<number | null>(null);
  private readonly on = signal(false);
  private readonly asks = signal(false);
  private readonly digits = signal('');
  private since = 0;

  private readonly begins = signal(1);
  /** The bar it begins at when it is heard. */
  readonly from = this.begins.asReadonly();
  readonly isOn = this.on.asReadonly();
  /** The bar of the last mark is wanted. */
  readonly asksBar = this.asks.asReadonly();
  readonly typed = this.digits.asReadonly();
  readonly hasGuide = computed(() => this.levels.levels().guide > 0);

  private readonly key = computed(() => {
    const [planId, step] = [this.lesson.planId(), this.lesson.step()];
    return step ? `${planId} ${step.id}` : '';
  });
  readonly bpm = computed(() => {
    const progress = this.lesson.progress();
    return this.chosen() ?? progress?.step.rungs[progress.climb.rung] ?? null;
  });
  private readonly asked = computed(() => {
    const [plan, step, from] = [this.lesson.plan()?.plan, this.lesson.step(), this.from()];
    return { plan, stepId: step?.id, from };
  });
  private readonly scene = toSignal(
    toObservable(this.asked).pipe(
      switchMap(({ plan, stepId, from }) => {
        if (!plan || stepId === undefined) return of(null);
        const only = from > 1 ? { from, to: MOST_BARS } : null;
        return this.analysis.scene(plan, { stepId, only }).pipe(catchError(() => of(null)));
      }),
    ),
    { initialValue: null },
  );
  /** Bars of all of it. */
  private readonly whole = signal(0);
  readonly barCount = this.whole.asReadonly();
  private readonly listens = signal(false);
  /** What is to be played, while the take is listened to; null else, or where nothing is struck. */
  private readonly conventions = inject(CONVENTIONS);
  readonly takeRequest = computed(() => {
    const scene = this.scene();
    const hasStrokes = (scene?.expected.length ?? 0) > 0;
    if (!scene || !hasStrokes) return null;
    return takeRequestOf(scene, this.tempoOf(scene, this.bpm()), this.conventions());
  });
  readonly isListening = computed(() => this.listens() && this.takeRequest() !== null);
  readonly canSound = computed(() => (this.scene()?.score.lastsS ?? 0) > 0);
  readonly cleanWord = computed(() => {
    const step = this.lesson.step();
    return CLEAN_WORDS[step ? kindOf(step).cleanWord : 'clean'];
  });
  readonly lastWords = computed(() => {
    const told = this.marks.last()?.told;
    if (!told) return '';
    const how = told.clean ? 'clean' : told.stopped ? 'stopped' : 'stumbled';
    return `${told.title} ${how}`;
  });

  constructor() {
    // Another step begins at its own rung and its first bar.
    effect(() => {
      this.key();
      untracked(() => this.begin());
    });
    effect(() => {
      const scene = this.scene();
      if (scene && untracked(this.from) === 1) this.whole.set(scene.pass.stretch.bars.length);
    });
    this.sound.ended.pipe(takeUntilDestroyed()).subscribe(() => this.stop());
  }

  /** A rung up or down; beyond the ladder by one in twelve. */
  rung(by: 1 | -1): void {
    const [rungs, now] = [this.lesson.step()?.rungs ?? [], this.bpm()];
    if (now === null) return;
    const next = by > 0 ? rungs.find((one) => one > now) : rungs.findLast((one) => one < now);
    this.chosen.set(next ?? Math.max(20, Math.round(now * (by > 0 ? 1.08 : 1 / 1.08))));
    if (this.on()) this.start();
  }

  setFrom(bar: number): void {
    this.begins.set(Math.min(Math.max(1, bar), Math.max(1, this.barCount())));
  }

  toggle(): void {
    if (this.on()) this.stop();
    else this.start();
  }

  stop(): void {
    this.sound.stop();
    this.on.set(false);
  }

  toggleGuide(): void {
    this.levels.set({ guide: this.hasGuide() ? 0 : GUIDE_LEVEL });
  }

  mark(how: HeardStep['how']): void {
    const [plan, step] = [this.lesson.plan(), this.lesson.step()];
    if (!plan || !step) return;
    const heard = this.heard(how);
    if (!heard) return;
    const about = {
      title: shortTitle(step.about),
      song: plan.plan.title,
      rungUnit: kindOf(step).rungUnit,
    };
    void this.marks.mark(heard, about).then(() => this.lesson.reload(heard.planId));
    this.since = Date.now();
    this.digits.set('');
    this.asks.set(how !== 'clean' && this.barCount() > 1);
  }

  /** The teacher's word that it goes at this tempo: as often as its goal asks. */
  signOff(): void {
    const [plan, step] = [this.lesson.plan(), this.lesson.step()];
    const heard = this.heard('clean');
    if (!plan || !step || !heard) return;
    const all = { ...heard, passes: step.goal.cleanInRow };
    const about = {
      title: shortTitle(step.about),
      song: plan.plan.title,
      rungUnit: kindOf(step).rungUnit,
    };
    void this.marks
      .mark(all, about)
      .then(() => this.marks.signOff(all))
      .then(() => this.lesson.reload(all.planId));
    this.asks.set(false);
  }

  /** Opens and closes the listening; nothing else sounds meanwhile. */
  listen(isOn: boolean): void {
    this.stop();
    this.listens.set(isOn);
  }

  /** Keeps what a take measured, and the mark that was given to it. */
  keepTake({ figures, mark }: KeptTake): void {
    const heard = this.heard(mark?.clean === false ? 'stumbled' : 'clean');
    this.listen(false);
    if (!heard) return;
    void this.marks.take(heard, figures);
    if (!mark) return;
    this.mark(mark.clean ? 'clean' : 'stumbled');
    if (mark.bar !== null) this.inBar(mark.bar);
  }

  type(digit: string): void {
    if (this.asks()) this.digits.update((now) => (now + digit).slice(-3));
  }

  /** What was typed is the bar; nothing, none. */
  enter(): void {
    const bar = Number(this.digits());
    if (this.asks() && bar >= 1 && bar <= this.barCount()) this.inBar(bar);
    else this.noBar();
  }

  inBar(bar: number): void {
    const planId = this.marks.last()?.heard.planId;
    this.noBar();
    void this.marks.inBar(bar).then(() => planId !== undefined && this.lesson.reload(planId));
  }

  noBar(): void {
    this.asks.set(false);
    this.digits.set('');
  }

  takeBack(): void {
    this.noBar();
    void this.marks.takeBack().then((planId) => planId && this.lesson.reload(planId));
  }

  private begin(): void {
    this.stop();
    this.chosen.set(null);
    this.begins.set(1);
    this.whole.set(0);
    this.noBar();
    this.since = Date.now();
  }

  private start(): void {
    const [scene, bpm] = [this.scene(), this.bpm()];
    if (!scene) return;
    this.sound.prepare();
    const tempo = this.tempoOf(scene, bpm);
    this.sound.start(scene.score, {
      slower: scene.pass.writtenBpm / tempo,
      countInBars: 1,
      breathes: false,
      hasOffBeats: false,
    });
    this.on.set(true);
    this.since = Date.now();
  }

  private tempoOf({ pass, listenBpm }: Scene, bpm: number | null): number {
    return bpm ?? listenBpm ?? pass.writtenBpm;
  }

  /** One pass, and the time since the last mark where the click ran. */
  private heard(how: HeardStep['how']): HeardStep | undefined {
    const [plan, step, scene] = [this.lesson.plan(), this.lesson.step(), this.scene()];
    if (!plan || !step) return undefined;
    const bpm = this.bpm();
    const pass = scene && scene.score.lastsS > 0 ? scene.score.lastsS : USUAL_S;
    const slower = scene ? scene.pass.writtenBpm / this.tempoOf(scene, bpm) : 1;
    const ran = this.on() ? (Date.now() - this.since) / 1000 : pass * slower;
    return {
      planId: plan.plan.id,
      stepId: step.id,
      revision: plan.plan.revision,
      bpm,
      how,
      passes: 1,
      seconds: Math.round(Math.min(LONGEST_S, Math.max(1, ran))),
    };
  }
}

const MOST_BARS = 5000;
