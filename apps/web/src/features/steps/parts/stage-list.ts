import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { riffBarBeats } from '@harvu/core/riff';
import { EMPTY_SONG, settledFrame } from '@harvu/core/song';
import { kindOf, type Step } from '@harvu/core/steps';
import { ChordName } from '../../../ui/chord-name';
import { durationWords } from '../../../ui/duration';
import { GripDiagram } from '../../../ui/grip-diagram';
import { LadderLine } from '../../../ui/ladder-line';
import { RiffTab } from '../../../ui/riff-tab';
import { stepTempo } from '../plan-words';
import { StepsState } from '../steps.state';

/** A stage as it is listed. */
interface ListedStage {
  readonly number: number;
  readonly title: string;
  readonly goal: string;
  readonly minutes: string;
  readonly steps: readonly Step[];
  /** The ladder of its music, from its slowest start to where it ends; empty for the hands' work. */
  readonly rungs: readonly number[];
  readonly tempo: string;
  readonly count: string;
  readonly isDone: boolean;
}

/** The plan as a teacher judges it: three to seven stages, one of which lies open. */
@Component({
  selector: 'harvu-stage-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChordName, GripDiagram, LadderLine, RiffTab],
  host: { class: 'block' },
  templateUrl: './stage-list.html',
})
export class StageList {
  protected readonly state = inject(StepsState);
  /** The one that lies open; the first that is not done to begin with. */
  private readonly chosen = signal<number | null>(null);
  protected readonly setup = computed(() => settledFrame(this.state.request()?.song ?? EMPTY_SONG));
  protected readonly done = computed(() => new Set(this.state.planned()?.done ?? []));

  protected readonly stages = computed((): readonly ListedStage[] => {
    const { stages = [], steps = [] } = this.state.planned() ?? {};
    const byId = new Map(steps.map((step) => [step.id, step]));
    return stages.map((stage, index) => {
      const own = stage.steps.flatMap((id) => byId.get(id) ?? []);
      const rungs = ladderOf(own);
      return {
        // The tempo stands beside it, with its unit.
        title: rungs.length === 0 ? stage.title : stage.untimed,
        number: index + 1,
        goal: stage.goal,
        steps: own,
        rungs,
        minutes: durationWords(stage.minutes),
        tempo: tempoOf(rungs),
        count: own.length === 1 ? '1 step' : `${own.length} steps`,
        isDone: own.length > 0 && own.every((step) => this.done().has(step.id)),
      };
    });
  });
  protected readonly opened = computed(
    () => this.chosen() ?? this.stages().find((stage) => !stage.isDone)?.number ?? 0,
  );
  protected readonly grips = computed(() => {
    const stage = this.stages().find((one) => one.number === this.opened());
    const names = (stage?.steps ?? []).flatMap((step) =>
      kindOf(step).cleanWord === 'ringing' ? step.atoms : [],
    );
    return (this.state.planned()?.work.grips ?? []).filter((one) => names.includes(one.name));
  });

  /** The riffs that are learnt in the stage that lies open. */
  protected readonly riffs = computed(() => {
    const stage = this.stages().find((one) => one.number === this.opened());
    const names = (stage?.steps ?? []).flatMap((step) =>
      kindOf(step).scene === 'riff' ? (step.atoms[0] ?? []) : [],
    );
    return (this.state.planned()?.work.riffs ?? [])
      .filter((one) => names.includes(one.name))
      .map((one) => {
        const { meter, pickup } = one.riff.named;
        const frame = { meterBeats: meter.beats, ...(pickup !== undefined && { pickup }) };
        return { ...one, barBeats: riffBarBeats(frame, one.worked.bars) };
      });
  });

  protected open(number: number): void {
    this.chosen.set(this.opened() === number ? 0 : number);
  }

  protected tempoOf(step: Step): string {
    const tempo = stepTempo(step);
    return tempo === '' ? '' : `${tempo}, `;
  }

  protected minutesOf(step: Step): string {
    return durationWords(Math.max(1, step.minutes));
  }
}

/** The rungs of the step that says most of a stage's climb: the one that starts slowest. */
function ladderOf(steps: readonly Step[]): readonly number[] {
  const ladders = steps
    .filter((step) => step.rungs.length > 0 && kindOf(step).rungUnit === 'bpm')
    .map((step) => step.rungs);
  return ladders.toSorted((a, b) => (a[0] ?? 0) - (b[0] ?? 0))[0] ?? [];
}

function tempoOf(rungs: readonly number[]): string {
  const [first, last] = [rungs[0], rungs.at(-1)];
  if (first === undefined || last === undefined) return '';
  return first === last ? `${last} bpm` : `${first} → ${last} bpm`;
}
