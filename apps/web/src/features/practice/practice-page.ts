import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  untracked,
} from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { ClickEngine } from '../../sound/click-engine';
import { Session } from '../../platform/session';
import { ViewKeys, type ViewKey } from '../../platform/view-keys';
import { LaneView } from '../../ui/lane-view';
import { ProblemLine } from '../../ui/problem-line';
import { Ribbon } from '../../ui/ribbon';
import { RiffTab } from '../../ui/riff-tab';
import { BarStrip } from './parts/bar-strip';
import { FrameNow } from './parts/frame-now';
import { MapNow } from './parts/map-now';
import { NowNext } from './parts/now-next';
import { RungLadder } from './parts/rung-ladder';
import { PracticeState } from './practice.state';

const KEYS: readonly ViewKey[] = [
  { key: 'PgDn', does: 'clean (a pedal sends this)' },
  { key: 'PgUp', does: 'stumbled' },
  { key: 'space', does: 'start and stop the click' },
  { key: 'esc', does: 'back' },
];

const SAID: Readonly<Record<string, string | undefined>> = {
  hand: 'On strings you mute with the other hand.',
  ear: 'Listen, sing it, then look for it on the guitar. Nothing is shown on purpose.',
  riff: 'The note to play is ringed.',
};

/** The practice room: read from a metre away, worked by two keys or a pedal. */
@Component({
  selector: 'harvu-practice-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    BarStrip,
    FrameNow,
    MapNow,
    LaneView,
    NowNext,
    ProblemLine,
    Ribbon,
    RiffTab,
    RouterLink,
    RungLadder,
  ],
  providers: [ClickEngine, PracticeState],
  host: {
    class: 'flex min-h-dvh flex-1 flex-col px-4 py-3 sm:px-6',
    '(document:keydown)': 'press($event)',
    '(document:keyup)': 'release($event)',
  },
  templateUrl: './practice-page.html',
})
export class PracticePage {
  readonly id = input.required<string>();
  /** The step's id, from the address. */
  readonly step = input.required<string>();
  protected readonly state = inject(PracticeState);
  private readonly router = inject(Router);
  private readonly kind = computed(() => this.state.scene()?.scene);
  /** The riff that is played now; what is found by ear is not shown. */
  protected readonly riffNow = computed(() =>
    this.kind() === 'ear' || this.kind() === 'map' ? null : this.state.riffNow(),
  );
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
    const words = kind === 'words' ? this.state.step()?.goal.words : SAID[kind];
    const isIn = this.state.countIn() > 0;
    const isSaid = words !== undefined || this.riffNow() !== null;
    if (isSaid && isIn) return `in ${this.state.countIn()}`;
    return words ?? (this.riffNow() ? SAID['riff'] : undefined);
  });
  private readonly session = inject(Session);

  protected readonly back = computed(() =>
    this.session.isTeaching() ? `/plans/${this.id()}` : '/week',
  );
  protected readonly goal = computed(() => {
    const step = this.state.step();
    if (!step) return '';
    const climbs = step.rungs.length > 1 ? ' moves you up a rung' : '';
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

  constructor() {
    inject(ViewKeys).show(KEYS);
    this.state.open(toObservable(this.id));
    effect(() => {
      const stepId = this.step();
      untracked(() => this.state.goTo(stepId));
    });
  }

  protected press(event: KeyboardEvent): void {
    const isField = event.target instanceof HTMLInputElement;
    if (
      event.defaultPrevented ||
      event.repeat ||
      event.ctrlKey ||
      event.metaKey ||
      event.altKey ||
      (isField && event.key === ' ')
    )
      return;
    const action = this.actionOf(event.key);
    if (!action) return;
    event.preventDefault();
    action();
  }

  /** Space on a focused button would press it as well. */
  protected release(event: KeyboardEvent): void {
    if (event.key === ' ' && event.target instanceof HTMLButtonElement) event.preventDefault();
  }

  private actionOf(key: string): (() => void) | undefined {
    switch (key) {
      case 'PageDown':
        return () => this.state.mark(true);
      case 'PageUp':
        return () => this.state.mark(false);
      case ' ':
        return () => this.state.toggle();
      case 'Escape':
        return () => void this.router.navigateByUrl(this.back());
      default:
        return undefined;
    }
  }
}
