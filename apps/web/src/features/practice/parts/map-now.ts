import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { PartOccurrence } from '@harvu/core/form';

/** More than these nobody reads from a metre away. */
const MOST_SHOWN = 8;

/** Where one is on the map: the section that plays now, large, and what comes after it. */
@Component({
  selector: 'harvu-map-now',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'map-now' },
  styles: `
    :host {
      display: grid;
      height: 100%;
      grid-template-rows: auto minmax(0, 1fr);
      gap: 1rem;
    }
    .count {
      font-size: min(11rem, 34cqh, 34cqw);
      line-height: 1;
    }
    .name {
      font-size: min(6rem, 20cqh, 13cqw);
      line-height: 1.1;
    }
    .cue {
      font-size: 1.5rem;
    }
    .then {
      display: flex;
      min-height: 0;
      flex-flow: column wrap;
      align-content: flex-start;
      gap: 0.25rem 3rem;
      overflow: hidden;
    }
    .then li {
      display: flex;
      align-items: baseline;
      gap: 0.75rem;
      font-size: 1.5rem;
      line-height: 1.35;
    }
  `,
  template: `
    <div class="now">
      <p class="text-sm text-ink-soft">{{ counted() > 0 ? 'count' : 'now' }}</p>
      <p class="flex flex-wrap items-baseline gap-x-5">
        @if (counted() > 0) {
          <b class="count font-display">{{ counted() }}</b>
        }
        <span class="name font-display font-bold">{{ now()?.name }}</span>
        <span class="text-lg text-ink-soft">{{ barWords() }}</span>
      </p>
      @if (cue()) {
        <p class="cue text-slate">“{{ cue() }}”</p>
      }
    </div>
    <ol class="then" aria-label="What comes then">
      @for (one of coming(); track $index) {
        <li>
          <span>{{ one.name }}</span>
          <span class="text-base text-ink-soft">{{ barsOf(one) }}</span>
        </li>
      } @empty {
        <li>the end</li>
      }
    </ol>
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
    this.occurrences().slice(this.current() + 1, this.current() + 1 + MOST_SHOWN),
  );
  protected readonly barWords = computed(
    () => `bar ${this.bar() + 1} of ${this.now()?.bars.length ?? 0}`,
  );

  protected barsOf({ bars, until }: PartOccurrence): string {
    const count = `${bars.length} ${bars.length === 1 ? 'bar' : 'bars'}`;
    return until === undefined ? count : `round and round, until “${until}”`;
  }
}
