import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { PartOccurrence } from '@harvu/core/sameness';

/** Where one is on the map: the section that plays now, large, and what comes after it. */
@Component({
  selector: 'harvu-map-now',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <p class="text-sm text-ink-soft">{{ counted() > 0 ? 'count' : 'now' }}</p>
    <p class="flex flex-wrap items-baseline gap-x-5">
      <b class="font-display text-[3.375rem] leading-none sm:text-[6rem]">{{
        counted() > 0 ? counted() : now()?.part?.letter
      }}</b>
      <span class="font-display text-xl font-bold">{{ now()?.name }}</span>
      <span class="text-lg text-ink-soft">{{ barWords() }}</span>
    </p>
    @if (cue()) {
      <p class="mt-2 text-lg text-slate">“{{ cue() }}”</p>
    }
    <p class="mt-6 text-lg">
      <span class="text-ink-soft">then</span>
      @for (one of coming(); track $index) {
        <b class="ml-3 font-display text-brass">{{ one.part.letter }}</b>
        <span class="ml-1 text-sm">{{ one.name }}</span>
      } @empty {
        <span class="ml-2">the end</span>
      }
    </p>
  `,
})
export class MapNow {
  readonly occurrences = input.required<readonly PartOccurrence[]>();
  /** Index of the occurrence that plays. */
  readonly current = input.required<number>();
  /** The bar within it, from 0. */
  readonly bar = input.required<number>();
  readonly cue = input('');
  /** The number that is counted; 0 while it is played. */
  readonly counted = input(0);

  protected readonly now = computed(() => this.occurrences()[this.current()]);
  protected readonly coming = computed(() =>
    this.occurrences().slice(this.current() + 1, this.current() + 4),
  );
  protected readonly barWords = computed(
    () => `bar ${this.bar() + 1} of ${this.now()?.bars.length ?? 0}`,
  );
}
