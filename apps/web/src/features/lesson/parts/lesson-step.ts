import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { SongGrip } from '@harvu/core/player';
import { kindOf, type Step, type Workpiece } from '@harvu/core/steps';
import { ChangeDrawing } from '../../../ui/change-drawing';
import { ChordName } from '../../../ui/chord-name';
import { GripDiagram } from '../../../ui/grip-diagram';
import { TakePanel } from '../../takes';
import { HearState } from '../hear.state';
import { LessonState } from '../lesson.state';

/** A bar number has so many digits at most. */
const MOST_SHOWN = 24;
const GRIPS_SHOWN = 4;

/** What is heard now: its tempo, what it is held with, and one key for each mark. */
@Component({
  selector: 'harvu-lesson-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChangeDrawing, ChordName, GripDiagram, RouterLink, TakePanel],
  host: { class: 'block' },
  styles: `
    .mark {
      min-height: 3.75rem;
      padding-inline: 1.125rem;
      font-size: 1.3125rem;
    }
  `,
  templateUrl: './lesson-step.html',
})
export class LessonStep {
  protected readonly state = inject(LessonState);
  protected readonly hear = inject(HearState);
  protected readonly keptAs = computed(
    () => `${this.state.plan()?.plan.id ?? ''} ${this.state.step()?.id ?? ''}`,
  );
  protected readonly held = computed(() => {
    const progress = this.state.progress();
    const goal = progress?.step.rungs.at(-1);
    if (!progress || goal === undefined) return progress?.step.goal.words ?? '';
    const { cleanBpm, cleanInRow } = progress.climb;
    const now = cleanBpm === null ? 'not clean yet' : `${cleanBpm} held`;
    const { cleanInRow: asked } = progress.step.goal;
    return `${now} · goal ${goal} · ${cleanInRow} of ${asked} in a row`;
  });
  /** The change that asks most, drawn; where none does, the grips. */
  protected readonly change = computed(() => {
    const [step, work] = [this.state.step(), this.state.plan()?.work];
    const [from, to] = step && work ? changeIn(step, work) : [];
    return work && from && to ? { from, to, hand: work.hand, setup: work } : undefined;
  });
  protected readonly grips = computed(() => {
    const [step, work] = [this.state.step(), this.state.plan()?.work];
    if (!step || !work || kindOf(step).learns !== 'grip') return [];
    return step.atoms
      .flatMap((atom) => work.grips.find(({ name }) => name === atom) ?? [])
      .slice(0, GRIPS_SHOWN);
  });
  protected readonly unit = computed(() => {
    const step = this.state.step();
    const unit = step ? kindOf(step).rungUnit : 'bpm';
    return unit === 'bpm' ? 'rung, bpm' : unit;
  });
  protected readonly bars = computed(() => {
    const count = this.hear.barCount();
    return count > 1 && count <= MOST_SHOWN
      ? Array.from({ length: count }, (_, index) => index + 1)
      : [];
  });

  protected setFrom(value: string): void {
    const bar = Math.round(Number(value));
    if (bar >= 1) this.hear.setFrom(bar);
  }
}

/** The grips of the change a step is about, or of the one that limits it. */
function changeIn(step: Step, { grips }: Workpiece): readonly (SongGrip | undefined)[] {
  const { from, to } = step.limit?.change ?? {};
  const names = kindOf(step).learns === 'change' ? step.atoms.slice(0, 2) : [from, to];
  return names.map((name) => grips.find((grip) => grip.name === name));
}
