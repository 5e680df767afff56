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
import type { BarRange } from '@harvu/core/practice';
import type { RecordedStart } from '@harvu/core/recording';
import { RoomSound } from '../../sound/room-sound';
import { Session } from '../../platform/session';
import { ViewKeys, type ViewKey } from '../../platform/view-keys';
import { LaneView } from '../../ui/lane-view';
import { ProblemLine } from '../../ui/problem-line';
import { Ribbon } from '../../ui/ribbon';
import { RiffTab } from '../../ui/riff-tab';
import { keepAwake } from './awake';
import { Marks } from './marks';
import { BarStrip } from './parts/bar-strip';
import { BeatRow } from './parts/beat-row';
import { ChangeDrillTimer } from './parts/change-drill';
import { FrameNow } from './parts/frame-now';
import { MapNow } from './parts/map-now';
import { NowNext } from './parts/now-next';
import { RecordingTaps } from './parts/recording-taps';
import { RoomPanel, type LoopSection } from './parts/room-panel';
import { RungLadder } from './parts/rung-ladder';
import { Pause } from './pause.state';
import { Playing } from './playing.state';
import { PracticeState } from './practice.state';
import { RecordingState } from './recording.state';

const KEYS: readonly ViewKey[] = [
  { key: 'PgDn', does: 'clean (a pedal sends this, or an arrow)' },
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

/** The practice room: read from a metre away, worked by two keys or a pedal. */
@Component({
  selector: 'harvu-practice-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    BarStrip,
    BeatRow,
    ChangeDrillTimer,
    FrameNow,
    MapNow,
    LaneView,
    NowNext,
    ProblemLine,
    RecordingTaps,
    Ribbon,
    RiffTab,
    RoomPanel,
    RouterLink,
    RungLadder,
  ],
  providers: [RoomSound, RecordingState, Playing, Marks, PracticeState],
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
  protected readonly state = inject(PracticeState);
  protected readonly pause = inject(Pause);
  protected readonly recording = inject(RecordingState);
  private readonly router = inject(Router);
  private readonly session = inject(Session);
  private readonly kind = computed(() => this.state.scene()?.scene);
  private readonly tapping = signal<Tap>('');
  private readonly loopFrom = signal<number | null>(null);
  protected readonly isChoosing = signal(false);
  protected readonly isSore = signal(false);
  protected readonly isDrilling = signal(false);
  protected readonly isTapping = signal(false);
  protected readonly isSessionOver = this.session.isOver;

  /** What the room shows large; what is found by ear is not shown. */
  protected readonly view = computed(() => {
    const kind = this.kind();
    if (kind === 'frame' || kind === 'map') return kind;
    if (kind !== 'ear' && this.state.riffNow()) return 'riff';
    return kind === 'grips' || kind === 'riff' ? 'grips' : 'words';
  });
  /** The sound where one gets ready; an echo as it has to be at the rung, where that is not the goal. */
  protected readonly soundNow = computed(() => {
    const [scene, bpm] = [this.state.scene(), this.state.bpm()];
    if (!scene) return '';
    if (scene.scene === 'frame') return scene.sound && `Through ${scene.sound}.`;
    const { goalBpm } = scene;
    if (bpm === null || scene.rungUnit !== 'bpm' || bpm >= goalBpm) return '';
    return scene.echoes
      .map(({ effect, ms }) => `${effect} at this tempo: ${Math.round((ms * goalBpm) / bpm)} ms`)
      .join(', ');
  });
  /** What stands in place of grips where none are held. */
  protected readonly said = computed(() => {
    const kind = this.kind() ?? '';
    return kind === 'words' ? this.state.step()?.goal.words : SAID[kind];
  });
  protected readonly cue = computed(() =>
    this.kind() === 'map' ? '' : (this.state.onMap()?.cue ?? ''),
  );
  protected readonly tap = computed(() => TAPS[this.tapping()]);
  /** The bars that are looped, or are being chosen to be. */
  protected readonly marked = computed(() => {
    const from = this.loopFrom();
    return from === null ? null : { from, to: from };
  });

  /** The number of the beat that is counted or played; none while it stands. */
  protected readonly beatNow = computed(() => {
    const { all, now } = this.state.count();
    return all[now] ?? '';
  });
  protected readonly back = computed(() =>
    this.session.isTeaching() ? `/plans/${this.id()}` : '/week',
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
    const [step, plan, at] = [this.state.step(), this.state.plan(), this.state.onMap()];
    if (at) return at.occurrence;
    const part = step?.atoms.at(-1);
    return plan?.work.timeline.occurrences.findIndex((one) => one.part.id === part) ?? -1;
  });

  /** The sections of the whole song; none where only a part of it is played. */
  protected readonly sections = computed((): readonly LoopSection[] => {
    const [plan, scene] = [this.state.plan(), this.state.scene()];
    if (!plan || !scene || scene.map.length === 0) return [];
    let bars = 0;
    return plan.work.timeline.occurrences.map((one) => {
      const from = bars + 1;
      bars += one.bars.length;
      return { from, to: bars, name: `${one.part.letter} ${one.name}` };
    });
  });
  protected readonly hasOpenEnds = computed(
    () => (this.state.scene()?.openEnds.length ?? 0) > 0 && !this.recording.isChosen(),
  );

  constructor() {
    inject(ViewKeys).show(KEYS);
    this.state.open(toObservable(this.id));
    this.pause.count(() => this.state.isRunning(), inject(DestroyRef));
    keepAwake(this.state.isRunning);
    effect(() => {
      const stepId = this.step();
      untracked(() => {
        this.isSore.set(false);
        this.tapping.set('');
        this.state.goTo(stepId);
      });
    });
  }

  protected toggleChoices(): void {
    this.isChoosing.update((isOpen) => !isOpen);
  }

  /** Opens the minute that measures a change, or closes it. */
  protected drill(isOpen: boolean): void {
    this.state.stop();
    this.isDrilling.set(isOpen);
  }

  protected keepDrill(count: number, seconds: number): void {
    this.drill(false);
    this.state.drill(count, seconds);
  }

  protected loopSection(bars: BarRange): void {
    this.isChoosing.set(false);
    this.state.loopBars({ from: bars.from, to: bars.to });
  }

  /** Opens what takes the beginnings of sections, or closes it. */
  protected tapAlong(isOpen: boolean): void {
    this.state.stop();
    this.isChoosing.set(false);
    this.isTapping.set(isOpen);
  }

  protected keepTaps(taps: readonly RecordedStart[]): void {
    this.tapAlong(false);
    void this.recording.keepTaps(taps);
  }

  protected sore(): void {
    this.isChoosing.set(false);
    this.isSore.set(true);
    this.state.sore();
  }

  protected stuck(): void {
    this.isChoosing.set(false);
    this.state.stuck();
  }

  protected askWhere(): void {
    if (this.state.askWhere()) this.tapping.set('where');
  }

  protected askLoop(): void {
    this.isChoosing.set(false);
    this.state.askLoop();
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
    if (
      event.defaultPrevented ||
      event.repeat ||
      event.ctrlKey ||
      event.metaKey ||
      event.altKey ||
      this.isDrilling() ||
      this.isTapping() ||
      isField
    )
      return;
    // While choices are open, keys are theirs.
    const action =
      this.isChoosing() && event.key !== 'Escape' ? undefined : this.actionOf(event.key);
    if (!action) return;
    event.preventDefault();
    action();
  }

  /** Space on a focused button would press it as well. */
  protected release(event: KeyboardEvent): void {
    const isOpen = this.isChoosing() || this.isDrilling() || this.isTapping();
    if (event.key === ' ' && event.target instanceof HTMLButtonElement && !isOpen)
      event.preventDefault();
  }

  private actionOf(key: string): (() => void) | undefined {
    switch (key) {
      case 'PageDown':
      case 'ArrowRight':
      case 'ArrowDown':
        return () => this.state.mark(true);
      case 'PageUp':
      case 'ArrowLeft':
      case 'ArrowUp':
        return () => this.state.mark(false);
      case 'Backspace':
        return () => this.state.undo();
      case 'w':
        return () => this.askWhere();
      case ' ':
        return () => this.state.toggle();
      case 'Escape':
        return () => void this.leave();
      default:
        return undefined;
    }
  }

  protected here(): string {
    return this.router.url;
  }

  private leave(): unknown {
    if (this.isChoosing() || this.tapping()) {
      this.isChoosing.set(false);
      this.tapping.set('');
      return undefined;
    }
    return this.router.navigateByUrl(this.back());
  }
}
