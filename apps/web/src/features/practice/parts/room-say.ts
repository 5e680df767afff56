import { listed } from '@harvu/core/wording';
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { Scene } from '@harvu/core/practice';
import { Session } from '../../../platform/session';
import { ProblemLine } from '../../../ui/problem-line';
import { Pause } from '../pause.state';
import { PracticeState } from '../practice.state';
import { RoomCard } from '../room-card.state';

/** What the room says under the music: what was kept, what to do, what comes next, what waits to be sent. */
@Component({
  selector: 'harvu-room-say',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ProblemLine, RouterLink],
  templateUrl: './room-say.html',
  styles: `
    .say {
      font-size: clamp(1.25rem, 2.4cqw, 1.5rem);
      line-height: 1.25;
    }
  `,
})
export class RoomSay {
  /** Where one goes when it is enough. */
  readonly back = input.required<string>();
  /** A bar is to be tapped, so that nothing else is asked. */
  readonly isTapping = input(false);
  readonly where = output();
  protected readonly state = inject(PracticeState);
  protected readonly pause = inject(Pause);
  protected readonly card = inject(RoomCard);
  private readonly session = inject(Session);
  private readonly router = inject(Router);
  protected readonly isSessionOver = this.session.isOver;

  /** The sound where one gets ready; an echo as it has to be at the rung, where that is not the goal. */
  protected readonly sound = computed(() => {
    const [scene, bpm] = [this.state.scene(), this.state.bpm()];
    if (!scene) return '';
    if (scene.scene === 'frame') return scene.sound && `Through ${scene.sound}.`;
    const { goalBpm } = scene;
    if (bpm === null || scene.rungUnit !== 'bpm' || bpm >= goalBpm) return '';
    return scene.echoes
      .map(({ effect, ms }) => `${effect} at this tempo: ${Math.round((ms * goalBpm) / bpm)} ms`)
      .join(', ');
  });
  /** What is easily forgotten before the first chord, and what loads the hand; only while nothing plays. */
  protected readonly before = computed(() => {
    const scene = this.state.scene();
    const isShown = scene && scene.scene !== 'frame' && scene.pass.stretch.beats > 0;
    return isShown && !this.state.isRunning() ? frameWords(scene) : '';
  });
  protected readonly caution = computed(() => {
    const scene = this.state.scene();
    if (!scene || scene.loading.length === 0 || this.state.isRunning()) return '';
    const names = scene.loading.map((name) => scene.chords[name]?.name ?? name);
    return `${listed(names)} ${names.length === 1 ? 'loads' : 'load'} the hand: short tries, a light thumb, shake it out in between. If it stays hard, ask for an easier grip.`;
  });
  protected readonly cue = computed(() =>
    this.state.scene()?.scene === 'map' ? '' : (this.state.seen.onMap()?.cue ?? ''),
  );

  protected here(): string {
    return this.router.url;
  }
}

/** The tuning and the capo in one line. */
function frameWords({ strings, capo }: Scene): string {
  const isUsual = strings.length === 6 && strings.every(({ away }) => away === 0);
  const tuned = isUsual ? 'Standard tuning' : `Tuned ${strings.map(({ note }) => note).join(' ')}`;
  return `${tuned}, ${capo === 0 ? 'no capo' : `capo at fret ${capo}`}`;
}
