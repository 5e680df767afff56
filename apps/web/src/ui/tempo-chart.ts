import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  viewChild,
} from '@angular/core';
import { Chart, type ChartDataset } from 'chart.js';
import './chart-parts';

/** One line of the chart: a section's clean tempo over the minutes practised. */
export interface ChartLine {
  readonly name: string;
  readonly points: readonly { readonly minutes: number; readonly bpm: number }[];
}

const INKS = ['--spruce', '--brass', '--slate', '--rose', '--ink-soft'] as const;
/** The chart begins at a round number of minutes before the first clean tempo. */
const ROUND_MINUTES = 20;
const DASHES: readonly (readonly number[])[] = [[], [6, 3], [2, 3], [10, 3], [6, 3, 2, 3]];

/** Clean tempo by practice time, a stepped line a section, with the goal dashed across. */
@Component({
  selector: 'harvu-tempo-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `<div class="relative h-[310px]">
    <canvas #canvas role="img" [attr.aria-label]="words()"></canvas>
  </div>`,
})
export class TempoChart {
  readonly lines = input.required<readonly ChartLine[]>();
  readonly goalBpm = input.required<number>();
  /** The theme's name: colours are read anew when it changes. */
  readonly theme = input<string>('light');

  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private chart: Chart<'line', { x: number; y: number }[]> | undefined;

  protected readonly words = computed(() => {
    const held = this.lines().map(({ name, points }) => `${name} at ${points.at(-1)?.bpm ?? 0}`);
    return `Clean tempo by practice time, goal ${this.goalBpm()} bpm: ${held.join(', ')}`;
  });

  constructor() {
    const destroyRef = inject(DestroyRef);
    afterNextRender(() => {
      this.draw();
      destroyRef.onDestroy(() => this.chart?.destroy());
    });
    effect(() => {
      this.lines();
      this.theme();
      if (this.chart) this.draw();
    });
  }

  private colour(name: string): string {
    return getComputedStyle(this.canvas().nativeElement).getPropertyValue(name);
  }

  private datasets(): ChartDataset<'line', { x: number; y: number }[]>[] {
    const last = Math.max(1, ...this.lines().map((line) => line.points.at(-1)?.minutes ?? 0));
    const goal = { x: last, y: this.goalBpm() };
    return [
      ...this.lines().map(({ name, points }, index) => ({
        label: name,
        data: points.map(({ minutes, bpm }) => ({ x: minutes, y: bpm })),
        borderColor: this.colour(INKS[index % INKS.length] ?? INKS[0]),
        borderDash: [...(DASHES[index % DASHES.length] ?? [])],
        borderWidth: 2.5,
        stepped: true as const,
        pointRadius: 0,
      })),
      {
        label: 'goal',
        data: [{ x: 0, y: goal.y }, goal],
        borderColor: this.colour('--ink-soft'),
        borderDash: [3, 4],
        borderWidth: 1,
        pointRadius: 0,
      },
    ];
  }

  private draw(): void {
    this.chart?.destroy();
    const ticks = {
      color: this.colour('--ink-soft'),
      font: { family: 'Atkinson Hyperlegible Mono', size: 12 },
    };
    const grid = { color: this.colour('--line-soft') };
    const title = { display: true, color: this.colour('--ink-soft') };
    const begins = Math.min(...this.lines().map((line) => line.points[0]?.minutes ?? 0));
    const first = Math.floor(begins / ROUND_MINUTES) * ROUND_MINUTES;
    this.chart = new Chart(this.canvas().nativeElement, {
      type: 'line',
      data: { datasets: this.datasets() },
      options: {
        animation: false,
        maintainAspectRatio: false,
        scales: {
          x: {
            type: 'linear',
            min: first,
            ticks,
            grid,
            title: { ...title, text: 'minutes practised' },
          },
          y: {
            type: 'linear',
            suggestedMax: this.goalBpm() + 4,
            ticks,
            grid,
            title: { ...title, text: 'bpm' },
          },
        },
        plugins: {
          legend: {
            position: 'bottom',
            labels: { color: this.colour('--ink'), boxWidth: 26, boxHeight: 0 },
          },
        },
      },
    });
  }
}
