import { ChangeDetectionStrategy, Component } from '@angular/core';

interface Example {
  readonly heading: string;
  readonly keys: readonly string[];
  readonly bars: readonly (readonly string[])[];
  readonly then: string;
}

const EXAMPLES: readonly Example[] = [
  {
    heading: 'A chord for each bar',
    keys: ['G', 'Enter', 'D', 'Enter'],
    bars: [['G'], ['D']],
    then: 'Enter in the last bar puts one more behind it.',
  },
  {
    heading: 'Two in one bar',
    keys: ['C', 'space', 'space', 'D'],
    bars: [['C', 'D']],
    then: 'Each space goes one beat on; what stands there is held until the next chord.',
  },
  {
    heading: 'The same again',
    keys: ['%', 'Enter'],
    bars: [['Em'], ['Em']],
    then: 'A verse that comes back is added below “as Verse 1”: only what differs is written, and learned, anew.',
  },
];

/** How a new song goes on: three worked examples, until its first chord is written. */
@Component({
  selector: 'harvu-first-bars',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block', role: 'region', 'aria-label': 'How to go on' },
  template: `
    <p class="text-ink-soft">
      Press a bar and type its chord. Or press <span class="key">T</span> and paste the chart as
      text.
    </p>
    <ul class="mt-3 grid gap-4 sm:grid-cols-3">
      @for (one of examples; track one.heading) {
        <li class="min-w-0">
          <h3 class="text-sm">{{ one.heading }}</h3>
          <p class="my-1.5 flex flex-wrap items-center gap-1">
            @for (key of one.keys; track $index) {
              <span class="key">{{ key }}</span>
            }
          </p>
          <div class="flex border-l-2 border-ink" aria-hidden="true">
            @for (bar of one.bars; track $index) {
              <span
                class="flex min-h-10 flex-1 border-y border-r-2 border-line border-r-ink bg-sheet"
              >
                @for (chord of bar; track $index) {
                  <b class="flex-1 px-2 pt-1 font-display text-base">{{ chord }}</b>
                }
              </span>
            }
          </div>
          <p class="mt-1 text-xs text-ink-soft">{{ one.then }}</p>
        </li>
      }
    </ul>
  `,
})
export class FirstBars {
  protected readonly examples = EXAMPLES;
}
