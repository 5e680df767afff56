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

/** Where a line is probably going: the minutes at which it reaches the goal, early, likely and late. */
export interface ChartAhead {
  readonly name: string;
  readonly fromMinutes: number;
  readonly fromBpm: number;
  readonly early: number;
  readonly likely: number;
  readonly late: number;
  /** When that is, in words. */
  readonly words: string;
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
  template: `
    <div class="relative h-[310px]">
      <canvas #canvas role="img" [attr.aria-label]="words()"></canvas>
    </div>
    <details class="mt-1 text-sm">
      <summary class="cursor-pointer text-ink-soft">The same as figures</summary>
      <table class="mt-1 w-full">
        <thead class="text-left">
          <tr>
            <th class="pr-3 font-normal text-ink-soft">section</th>
            <th class="pr-3 font-normal text-ink-soft">first clean</th>
            <th class="pr-3 font-normal text-ink-soft">now</th>
            <th class="font-normal text-ink-soft">goal</th>
          </tr>
        </thead>
        <tbody>
          @for (line of lines(); track line.name) {
            <tr class="border-t border-line-soft">
              <th class="pr-3 text-left">{{ line.name }}</th>
              <td class="pr-3">
                {{ line.points[0]?.bpm }} bpm after {{ rounded(line.points[0]?.minutes) }} min
              </td>
              <td class="pr-3">{{ line.points.at(-1)?.bpm }} bpm</td>
              <td>{{ goalBpm() }} bpm</td>
            </tr>
          }
        </tbody>
      </table>
      @if (ahead(); as next) {
        <p class="mt-1">{{ next.words }}</p>
      }
    </details>
  `,
})
export class TempoChart {
  readonly lines = input.required<readonly ChartLine[]>();
  readonly goalBpm = input.required<number>();
  /** Where the line that holds the song back is probably going; null where nobody knows. */
  readonly ahead = input<ChartAhead | null>(null);
  /** The theme's name: colours are read anew when it changes. */
  readonly theme = input<string>('light');

  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private chart: Chart<'line', { x: number; y: number }[]> | undefined;

  protected readonly words = computed(() => {
    const held = this.lines().map(({ name, points }) => `${name} at ${points.at(-1)?.bpm ?? 0}`);
    const next = this.ahead()?.words;
    const line = `Clean tempo by practice time, goal ${this.goalBpm()} bpm: ${held.join(', ')}`;
    return next === undefined ? line : `${line}. ${next}`;
  });

  constructor() {
    const destroyRef = inject(DestroyRef);
    afterNextRender(() => {
      this.draw();
      destroyRef.onDestroy(() => this.chart?.destroy());
    });
    effect(() => {
      this.lines();
      this.ahead();
      this.theme();
      if (this.chart) this.draw();
    });
  }

  private colour(name: string): string {
    return getComputedStyle(this.canvas().nativeElement).getPropertyValue(name);
  }

  private datasets(): ChartDataset<'line', { x: number; y: number }[]>[] {
    const ahead = this.ahead();
    const last = Math.max(
      ...[1, ahead?.late ?? 0],
      ...this.lines().map((line) => line.points.at(-1)?.minutes ?? 0),
    );
    const goal = { x: last, y: this.goalBpm() };
    return [
      ...this.aheadDatasets(),
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

  /** A wedge from what is held now to where the goal is reached: early, likely, late. */
  private aheadDatasets(): ChartDataset<'line', { x: number; y: number }[]>[] {
    const ahead = this.ahead();
    if (!ahead) return [];
    const from = { x: ahead.fromMinutes, y: ahead.fromBpm };
    const to = (minutes: number): { x: number; y: number }[] => [
      from,
      { x: minutes, y: this.goalBpm() },
    ];
    const bare = { borderWidth: 0, pointRadius: 0 };
    return [
      { label: '', data: to(ahead.late), ...bare },
      {
        label: '',
        data: [...to(ahead.early), { x: ahead.late, y: this.goalBpm() }],
        ...bare,
        fill: '-1',
        backgroundColor: this.colour('--brass-wash'),
      },
      {
        label: `${ahead.name}, probably`,
        data: to(ahead.likely),
        borderColor: this.colour('--brass'),
        borderDash: [4, 4],
        borderWidth: 2,
        pointRadius: 0,
      },
    ];
  }

  protected rounded(minutes: number | undefined): number {
    return Math.round(minutes ?? 0);
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
            labels: {
              color: this.colour('--ink'),
              boxWidth: 26,
              boxHeight: 0,
              filter: ({ text }) => text !== '',
            },
          },
        },
      },
    });
  }
}
