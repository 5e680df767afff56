import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { RoomSound } from '../../sound/room-sound';
import { Session } from '../../platform/session';
import { ViewKeys, type ViewKey } from '../../platform/view-keys';
import { LaneView } from '../../ui/lane-view';
import { ProblemLine } from '../../ui/problem-line';
import { Ribbon } from '../../ui/ribbon';
import { RiffTab } from '../../ui/riff-tab';
import { keepAwake } from './awake';
import { Marks } from './marks.state';
import { BarStrip } from './parts/bar-strip';
import { BeatRow } from './parts/beat-row';
import { FrameNow } from './parts/frame-now';
import { MapNow } from './parts/map-now';
import { NowNext } from './parts/now-next';
import { RoomOver, type Over } from './parts/room-over';
import { RoomSay } from './parts/room-say';
import { RungLadder } from './parts/rung-ladder';
import { Pause } from './pause.state';
import { Pedal } from './pedal';
import { Playing } from './playing.state';
import { PracticeState } from './practice.state';
import { RecordingState } from './recording.state';
import { RoomCard } from './room-card.state';

const KEYS: readonly ViewKey[] = [
  { key: 'PgDn', does: 'clean (a pedal sends this, or an arrow); where the click stands, start' },
  { key: 'PgUp', does: 'stumbled' },
  { key: 'space', does: 'start and stop' },
  { key: 'backspace', does: 'take the last mark back, for 10 seconds' },
  { key: 'w', does: 'say in which bar it failed' },
  { key: 'esc', does: 'back' },
];

const SAID: Readonly<Record<string, string | undefined>> = {
  hand: 'On strings you mute with the other hand.',
  ear: 'Listen, sing it, then look for it on the guitar. Nothing is shown on purpose.',
};

/** What a tap on a bar is for. */
type Tap = '' | 'where' | 'first' | 'last';
const TAPS: Readonly<Record<Tap, string>> = {
  '': '',
  where: 'It failed in',
  first: 'Loop from',
  last: 'Loop to',
};

/** What measures the hand in a step, or listens to its grips. */
const DRILLS = {
  strokes: { over: 'strokes', name: 'How quick' },
  changes: { over: 'change', name: 'One minute' },
  ring: { over: 'ring', name: 'Each string' },
} as const;

/** The practice room: read from a metre away, worked by two keys or a pedal. */
@Component({
  selector: 'harvu-practice-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    BarStrip,
    BeatRow,
    FrameNow,
    MapNow,
    LaneView,
    NowNext,
    ProblemLine,
    Ribbon,
    RiffTab,
    RoomOver,
    RoomSay,
    RouterLink,
    RungLadder,
  ],
  providers: [RoomSound, RecordingState, Playing, Marks, PracticeState, RoomCard],
  host: {
    '(document:keydown)': 'press($event)',
    '(document:keyup)': 'release($event)',
  },
  templateUrl: './practice-page.html',
  styleUrl: './practice-page.css',
})
export class PracticePage {
  readonly id = input.required<string>();
  /** The step's id, from the address. */
  readonly step = input.required<string>();
  /** Which card of today's list it is, from the address; none where one came by oneself. */
  readonly card = input<string>();
  protected readonly state = inject(PracticeState);
  private readonly pause = inject(Pause);
  private readonly pedal = inject(Pedal);
  private readonly cards = inject(RoomCard);
  private readonly router = inject(Router);
  private readonly session = inject(Session);
  private readonly kind = computed(() => this.state.scene()?.scene);
  private readonly tapping = signal<Tap>('');
  private readonly loopFrom = signal<number | null>(null);
  protected readonly over = signal<Over>('');

  /** What the room shows large; what is found by ear is not shown. */
  protected readonly view = computed(() => {
    const kind = this.kind();
    if (kind === 'frame' || kind === 'map') return kind;
    if (kind !== 'ear' && this.state.seen.riffNow()) return 'riff';
    return kind === 'grips' || kind === 'riff' ? 'grips' : 'words';
  });
  /** What stands in place of grips where none are held. */
  protected readonly said = computed(() => {
    const kind = this.kind() ?? '';
    return kind === 'words' ? this.state.step()?.goal.words : SAID[kind];
  });
  protected readonly tap = computed(() => TAPS[this.tapping()]);
  /** The bars that are looped, or are being chosen to be. */
  protected readonly marked = computed(() => {
    const from = this.loopFrom();
    return from === null ? null : { from, to: from };
  });

  /** The number of the beat that is counted or played; none while it stands. */
  protected readonly beatNow = computed(() => {
    const { all, now } = this.state.seen.count();
    return all[now] ?? '';
  });
  protected readonly back = computed(() =>
    this.session.isTeaching() ? `/plans/${this.id()}` : '/week',
  );
  /** The card of today's list, else the step of the plan. */
  protected readonly place = computed(
    () =>
      this.cards.words() ||
      `step ${this.state.stepNumber()} of ${this.state.plan()?.steps.length ?? 0}`,
  );
  protected readonly goal = computed(() => {
    const step = this.state.step();
    if (!step) return '';
    const climbs = step.rungs.length > 1 && step.goal.days === 1 ? ' moves you up a rung' : '';
    return step.goal.words + climbs;
  });
  protected readonly isPlayed = computed(() => {
    const [step, scene] = [this.state.step(), this.state.scene()];
    return scene?.cleanWord !== 'done' || (step?.rungs.length ?? 0) > 0;
  });
  protected readonly block = computed(() => {
    const [step, plan, at] = [this.state.step(), this.state.plan(), this.state.seen.onMap()];
    if (at) return at.occurrence;
    const part = step?.atoms.at(-1);
    return plan?.work.timeline.occurrences.findIndex((one) => one.part.id === part) ?? -1;
  });

  /** A riff is drawn as large as its bars leave room for. */
  protected readonly tabScale = computed(() => {
    const only = this.state.seen.riffNow()?.only;
    const isShort = only !== undefined && only.to - only.from < 2;
    return this.state.isWide() ? (isShort ? 2.5 : 1.9) : 1.6;
  });
  /** What measures the hand in this step; nothing where nothing does. */
  protected readonly drill = computed(() => {
    const scene = this.state.scene();
    if (scene?.drill) return DRILLS[scene.drill];
    return (scene?.ringing.length ?? 0) > 0 ? DRILLS.ring : null;
  });

  /** There are strokes to hear, and a click to play them with. */
  protected readonly canListen = computed(
    () => this.state.clickBpm() !== null && (this.state.scene()?.score.strokes.length ?? 0) > 0,
  );

  constructor() {
    inject(ViewKeys).show(KEYS);
    this.state.open(toObservable(this.id));
    this.pause.count(() => this.state.isRunning(), inject(DestroyRef));
    keepAwake(this.state.isRunning);
    this.cards.count(inject(DestroyRef));
    effect(() => this.cards.show(this.card(), this.step()));
    effect(() => {
      const stepId = this.step();
      untracked(() => {
        this.tapping.set('');
        this.over.set('');
        this.state.goTo(stepId);
      });
    });
  }

  /** Opens something over the room; only its choices leave on what plays. */
  protected turnTo(over: Over): void {
    if (over !== 'choices' && over !== '') this.state.stop();
    this.over.set(over);
  }

  protected askWhere(): void {
    if (this.state.askWhere()) this.tapping.set('where');
  }

  protected askLoop(): void {
    this.tapping.set('first');
  }

  /** A tap on a bar, from 1, answers what was asked. */
  protected tapBar(bar: number): void {
    const tap = this.tapping();
    if (tap === 'where') {
      this.state.where(bar);
      this.tapping.set('');
    } else if (tap === 'first') {
      this.loopFrom.set(bar);
      this.tapping.set('last');
    } else {
      const from = this.loopFrom() ?? bar;
      this.state.loopBars({ from: Math.min(from, bar), to: Math.max(from, bar) });
      this.loopFrom.set(null);
      this.tapping.set('');
    }
  }

  protected press(event: KeyboardEvent): void {
    const isField = event.target instanceof HTMLInputElement;
    const isChord = event.ctrlKey || event.metaKey || event.altKey;
    if (event.defaultPrevented || event.repeat || isChord || isField) return;
    // What stands over the room has the keys for itself.
    const isOver = this.over() !== '';
    const action = isOver ? undefined : this.actionOf(event.key);
    if (!action) return;
    event.preventDefault();
    action();
  }

  /** Space on a focused button would press it as well. */
  protected release(event: KeyboardEvent): void {
    const isOver = this.over() !== '';
    if (event.key === ' ' && event.target instanceof HTMLButtonElement && !isOver)
      event.preventDefault();
  }

  private actionOf(key: string): (() => void) | undefined {
    const does = this.pedal.doesOf(key);
    if (does === 'start') return () => this.state.toggle();
    if (does === 'clean' && this.cards.goesOn()) return () => void this.goOn();
    if (does === 'clean') return () => this.sayClean();
    if (does) return () => this.state.mark(false);
    switch (key) {
      case 'Backspace':
        return () => this.state.undo();
      case 'w':
        return () => this.askWhere();
      case 'Escape':
        return () => void this.leave();
      default:
        return undefined;
    }
  }

  private sayClean(): void {
    if (!this.state.startIdle()) this.state.mark(true);
  }

  /** To the next card of today's list, else back to where it began. */
  private goOn(): Promise<boolean> {
    const next = this.cards.next();
    if (!next) return this.router.navigateByUrl(this.back());
    const { planId, stepId, place } = next;
    return this.router.navigate(['/plans', planId, 'practice', stepId], {
      queryParams: { card: place },
    });
  }

  private leave(): unknown {
    if (this.tapping()) {
      this.tapping.set('');
      return undefined;
    }
    return this.router.navigateByUrl(this.back());
  }
}
