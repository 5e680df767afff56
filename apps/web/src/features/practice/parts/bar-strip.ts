import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Pass } from '@harvu/core/steps';
import type { Place, SaidChord } from '@harvu/core/practice';

const SHOWN = 4;
/** Bars full of chords, as in a drill, need room for their names on a phone. */
const SHOWN_FULL = 2;
const FULL_CHORDS = 3;

/** A chord as wide as it lasts. */
interface StripChord {
  readonly chord: string;
  readonly grow: number;
}

/** Four bars around the one being played, and the beats of that bar counted. */
@Component({
  selector: 'harvu-bar-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <ol class="flex border-l-2 border-ink-soft" aria-label="Bars of this pass">
      @for (bar of shown(); track bar.index) {
        <li
          class="relative flex h-[72px] min-w-0 flex-1 border-y border-r-2 border-line border-r-ink-soft sm:h-[84px] tall:h-[104px]"
          [class]="bar.isNow ? 'bg-brass-wash' : 'bg-sheet'"
          [attr.aria-current]="bar.isNow ? 'true' : null"
        >
          @for (one of bar.chords; track $index) {
            <span class="min-w-0 overflow-hidden px-2 pt-1.5" [style.flex]="one.grow + ' 1 0'">
              <b class="font-display text-lg whitespace-nowrap sm:text-xl">{{
                chords()[one.chord]?.name
              }}</b>
            </span>
          }
          <span class="absolute right-1.5 bottom-0.5 font-mono text-xs text-ink-soft">{{
            bar.label
          }}</span>
        </li>
      }
    </ol>
    <p class="mt-2 flex justify-center gap-2" aria-hidden="true">
      @for (beat of beats(); track $index) {
        <span
          class="grid h-9 max-w-20 tall:h-12 tall:text-lg flex-1 place-items-center rounded-sm border font-mono font-bold"
          [class]="
            $index === beatNow()
              ? 'border-brass-line bg-brass-wash'
              : 'border-line-soft text-ink-soft'
          "
          >{{ beat }}</span
        >
      }
    </p>
  `,
})
export class BarStrip {
  /** Chords as they are said, by the names they are written with. */
  readonly chords = input.required<Readonly<Record<string, SaidChord>>>();
  readonly pass = input.required<Pass>();
  readonly place = input<Place>();
  readonly isRunning = input(false);
  readonly countIn = input(0);

  private readonly bar = computed(() => this.place()?.bar ?? 0);

  protected readonly shown = computed(() => {
    const { bars } = this.pass().stretch;
    const isFull = bars.some(({ bar }) => bar.chords.length >= FULL_CHORDS);
    const count = isFull ? SHOWN_FULL : SHOWN;
    const first = Math.max(0, Math.min(Math.floor(this.bar() / count) * count, bars.length - 1));
    return bars.slice(first, first + count).map(({ bar, from, until }, offset) => ({
      index: first + offset,
      label: bar.number,
      isNow: this.isRunning() && this.countIn() === 0 && first + offset === this.bar(),
      chords: this.chordsIn(from, until),
    }));
  });

  private chordsIn(from: number, until: number): readonly StripChord[] {
    return this.pass()
      .spans.filter((span) => span.from >= from && span.from < until)
      .map((span) => ({ chord: span.chord, grow: span.until - span.from }));
  }

  /** During the count-in its own beats, afterwards those of the bar. */
  protected readonly beats = computed(() => {
    const inBar = this.pass().stretch.bars[this.bar()]?.bar.beats ?? 0;
    const count = this.countIn() > 0 ? this.pass().countInBeats : inBar;
    return Array.from({ length: count }, (_, index) => index + 1);
  });

  protected readonly beatNow = computed(() => {
    if (!this.isRunning()) return -1;
    return this.countIn() > 0
      ? this.pass().countInBeats - this.countIn()
      : (this.place()?.beat ?? -1);
  });
}
