import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { chordLabel } from '@harvu/core/chord';
import { formatGrip } from '@harvu/core/fretboard';
import type { Raise } from '@harvu/core/plan';
import { EMPTY_SONG, settledFrame } from '@harvu/core/song';
import { barsOfPart, beatWords, kindOf, type Step } from '@harvu/core/steps';
import { ChangeDrawing } from '../../../ui/change-drawing';
import { GripDiagram } from '../../../ui/grip-diagram';
import { Note } from '../../../ui/note';
import { PatternLane } from '../../../ui/pattern-lane';
import { StepsState } from '../steps.state';

interface RaiseLine {
  readonly words: string;
  /** What the button does; none where it is for the bench. */
  readonly take?: () => void;
}

/** The step that is looked at: what it practises, why it starts where it does, what would raise it, and what the teacher may do to it. */
@Component({
  selector: 'harvu-step-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChangeDrawing, GripDiagram, Note, PatternLane],
  host: { class: 'grid gap-2.5' },
  templateUrl: './step-panel.html',
})
export class StepPanel {
  protected readonly state = inject(StepsState);

  private readonly setup = computed(() => settledFrame(this.state.request()?.song ?? EMPTY_SONG));
  protected readonly grip = computed(() => {
    const [step, work] = [this.state.chosen(), this.state.planned()?.work];
    if (!step || kindOf(step).cleanWord !== 'ringing') return undefined;
    const grip = work?.grips.find((one) => one.name === step.atoms[0]);
    return grip ? { grip, setup: this.setup() } : undefined;
  });
  protected readonly lane = computed(() => {
    const [step, work] = [this.state.chosen(), this.state.planned()?.work];
    if (!step || !work) return undefined;
    if (kindOf(step).isPickingHand) return work.patterns.named[step.atoms[0] ?? ''];
    if (kindOf(step).subject !== 'part') return undefined;
    const [first] = barsOfPart(work, step.atoms[0] ?? '', step.layer ?? 'full');
    return first?.struck?.pattern;
  });
  /** The change that the step drills, or that limits it. */
  protected readonly drawn = computed(() => {
    const [step, work] = [this.state.chosen(), this.state.planned()?.work];
    const limit = step?.limit?.change;
    if (!work || !limit) return undefined;
    const [from, to] = [limit.from, limit.to].map((name) =>
      work.grips.find((grip) => grip.name === name),
    );
    return from && to ? { from, to, setup: this.setup(), hand: work.hand } : undefined;
  });
  protected readonly needs = computed(() => {
    const needs = new Set(this.state.chosen()?.needs ?? []);
    const titles = (this.state.planned()?.steps ?? []).flatMap((step) =>
      needs.has(step.id) ? [step.title] : [],
    );
    const shown = titles.slice(0, 6).join('; ');
    if (titles.length === 0) return '';
    return titles.length > 6 ? `${shown} and ${titles.length - 6} more.` : `${shown}.`;
  });
  /** The next step of the same kind, which it could be one with. */
  protected readonly mergeable = computed(() => {
    const [step, steps] = [this.state.chosen(), this.state.planned()?.steps ?? []];
    if (!step || !kindOf(step).merged) return undefined;
    const after = steps.slice(steps.indexOf(step) + 1);
    return after.find((one) => kindOf(one) === kindOf(step) && one.layer === step.layer);
  });
  protected readonly splitBars = computed((): readonly number[] => {
    const [step, work] = [this.state.chosen(), this.state.planned()?.work];
    if (!step || !kindOf(step).canSplit || step.atoms.length !== 1) return [];
    const part = work?.parts.find((one) => one.id === step.atoms[0]);
    return (part?.bars ?? []).slice(1).map((_, place) => place + 1);
  });
  protected readonly canBeOptional = computed(() => {
    const step = this.state.chosen();
    return step !== undefined && !step.isOptional && kindOf(step).subject !== 'whole';
  });
  /** The riff or the picked pattern of a step, which a student may strum instead. */
  protected readonly picked = computed(() => {
    const [step, work] = [this.state.chosen(), this.state.planned()?.work];
    const name = step?.atoms[0];
    if (!step || name === undefined) return undefined;
    if (kindOf(step).scene === 'riff')
      return work?.riffs.some((one) => one.name === name && !one.isBeside) ? name : undefined;
    const pattern = kindOf(step).isPickingHand ? work?.patterns.named[name] : undefined;
    return pattern?.slots.some((slot) => slot.kind === 'pluck') ? name : undefined;
  });
  /** The sections that a step teaches by itself: each can be left out, and the others that sound like it stay. */
  protected readonly sections = computed(() => {
    const [step, work] = [this.state.chosen(), this.state.planned()?.work];
    const part = step?.atoms[0];
    if (!step || !work || part === undefined) return [];
    if (kindOf(step).subject !== 'part' || step.atoms.length !== 1) return [];
    const comes = work.comes.get(part) ?? [];
    const names = new Map(comes.map(({ section, name }) => [section, name]));
    return [...names].map(([id, name]) => ({ id, name, part }));
  });
  protected readonly middle = computed(() => Math.ceil(this.splitBars().length / 2));

  protected readonly raises = computed((): readonly RaiseLine[] =>
    this.state.raises().map((raise) => this.lineOf(raise)),
  );

  private lineOf(raise: Raise): RaiseLine {
    const allows = `allows ${Math.floor(raise.limitBpm)}.`;
    switch (raise.kind) {
      case 'barer-layer':
        return { words: `The ${raise.layer} layer first: it ${allows}` };
      case 'open-stroke':
        return {
          words: `Let the last stroke before the change fall on open strings: ${beatWords(raise.windowBeats)} for it ${allows}`,
        };
      case 'easier-grip': {
        const { name, grip, fingers, losesTones } = raise.grip;
        const loss = losesTones ? ' It leaves a tone out.' : '';
        return {
          words: `${chordLabel(name)} as ${formatGrip(grip)} ${allows}${loss}`,
          take: () => this.state.add({ kind: 'grip', name, grip, fingers }),
        };
      }
    }
  }

  protected whyHeading({ rungs, title }: Step): string {
    return rungs.length === 0 ? `${title}.` : `Why start at ${rungs[0]}.`;
  }

  protected split({ id }: Step, afterBar: number): void {
    this.state.add({ kind: 'split', step: id, afterBar });
  }

  protected place(step: Step, { target }: Event): void {
    if (!(target instanceof HTMLFormElement)) return;
    const heard = Number(new FormData(target).get('bpm'));
    this.state.place(step, heard > 0 ? heard : null);
  }

  protected keepNote({ id }: Step, words: string): void {
    const text = words.trim();
    const old = this.state.teaching().changes.find((one) => one.kind === 'note' && one.step === id);
    if (text) this.state.add({ kind: 'note', step: id, words: text });
    else if (old) this.state.remove(old);
  }
}
