import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

const WIDTH = 200;

/** A ladder laid flat: a mark per rung, from the slowest that could be to the goal at the right. */
@Component({
  selector: 'harvu-ladder-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <svg
      viewBox="0 0 200 20"
      preserveAspectRatio="none"
      class="block h-5 w-full"
      role="img"
      [attr.aria-label]="words()"
    >
      <path d="M0 10H198" class="stroke-line" stroke-width="2" vector-effect="non-scaling-stroke" />
      @if (marks().length > 1) {
        <path
          [attr.d]="'M' + marks()[0] + ' 10H198'"
          class="stroke-brass"
          stroke-width="3"
          vector-effect="non-scaling-stroke"
        />
      }
      @if (reachedX(); as x) {
        <path
          [attr.d]="'M' + (marks()[0] ?? 198) + ' 10H' + x"
          class="stroke-spruce"
          stroke-width="5"
          vector-effect="non-scaling-stroke"
        />
      }
      @for (x of marks(); track $index) {
        <path
          [attr.d]="'M' + x + ' 3V17'"
          [class]="$last ? 'stroke-spruce' : 'stroke-brass'"
          [attr.stroke-width]="$last ? 4 : 2.5"
          vector-effect="non-scaling-stroke"
        />
      }
    </svg>
  `,
})
export class LadderLine {
  readonly rungs = input.required<readonly number[]>();
  /** The fastest rung held, drawn thick up to there. */
  readonly reached = input<number | null>(null);

  /** The line begins at two fifths of the goal, below every start there can be. */
  private readonly scaleX = computed(() => {
    const goal = this.rungs().at(-1) ?? 1;
    const least = goal * 0.4;
    return (bpm: number): number => ((bpm - least) / (goal - least)) * (WIDTH - 2);
  });
  protected readonly marks = computed(() => this.rungs().map((bpm) => this.scaleX()(bpm)));
  protected readonly reachedX = computed(() => {
    const reached = this.reached();
    return reached === null ? 0 : this.scaleX()(reached);
  });
  protected readonly words = computed(
    () => `${this.rungs().length} rungs: ${this.rungs().join(', ')}`,
  );
}
