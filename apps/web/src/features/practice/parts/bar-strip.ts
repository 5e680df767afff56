import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { BarRange, Place, SaidChord } from '@harvu/core/practice';
import type { Pass } from '@harvu/core/steps';

const SHOWN = 4;
/** Bars full of chords, as in a drill, need room for their names on a phone. */
const SHOWN_FULL = 2;
const FULL_CHORDS = 3;

/** A chord as wide as it lasts. */
interface StripChord {
  readonly chord: string;
  readonly grow: number;
}

/** Four bars around the one being played; a bar can be tapped where something is asked of it. */
@Component({
  selector: 'harvu-bar-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <ol
      [class]="asks() ? 'asking' : 'flex border-l-2 border-ink-soft'"
      aria-label="Bars of this pass"
    >
      @for (bar of shown(); track bar.index) {
        <li
          class="relative flex min-w-0 flex-1 border-y border-r-2 border-line border-r-ink-soft"
          [class]="bar.isNow ? 'bg-brass-wash' : bar.isMarked ? 'bg-slate-wash' : 'bg-sheet'"
          [attr.aria-current]="bar.isNow ? 'true' : null"
        >
          @for (one of bar.chords; track $index) {
            <span
              class="min-w-0 overflow-hidden px-1 pt-1 sm:px-2"
              [style.flex]="one.grow + ' 1 0'"
            >
              <b
                class="chord font-display whitespace-nowrap"
                [class.is-shared]="bar.chords.length > 1"
                >{{ chords()[one.chord]?.name }}</b
              >
            </span>
          }
          <span class="absolute right-1.5 bottom-0.5 font-mono text-xs text-ink-soft">{{
            bar.label
          }}</span>
          @if (asks(); as asked) {
            <button
              type="button"
              class="absolute inset-0 border-2 border-dashed border-slate"
              [attr.aria-label]="asked + ' bar ' + bar.label"
              (click)="pick.emit(bar.index + 1)"
            ></button>
          }
        </li>
      }
    </ol>
  `,
  styles: `
    .asking {
      display: grid;
      max-height: 42cqh;
      gap: 4px;
      grid-template-columns: repeat(auto-fill, minmax(4.5rem, 1fr));
      overflow: auto;
    }
    .asking li {
      border-left-width: 2px;
    }
    li {
      height: min(4.25rem, 11cqh, 110px);
    }
    .chord {
      font-size: min(1.875rem, 5cqh, 46px, 6.2cqw);
      line-height: 1.2;
    }
    @container room (max-width: 640px) {
      .chord.is-shared {
        font-size: min(1.25rem, 4.2cqw);
      }
    }
    @container room (max-height: 499px) {
      li {
        height: min(3.2rem, 14cqh);
      }
      .chord {
        font-size: min(1.3rem, 6cqh);
      }
    }
  `,
})
export class BarStrip {
  /** Chords as they are said, by the names they are written with. */
  readonly chords = input.required<Readonly<Record<string, SaidChord>>>();
  readonly pass = input.required<Pass>();
  readonly place = input<Place>();
  /** The pass goes, and is not counted in. */
  readonly isPlaying = input(false);
  /** What a tap on a bar is for, in words; empty where it is for nothing. */
  readonly asks = input('');
  /** Bars that are marked, from 1. */
  readonly marked = input<BarRange | null>(null);
  readonly pick = output<number>();

  private readonly bar = computed(() => this.place()?.bar ?? 0);

  protected readonly shown = computed(() => {
    const { bars } = this.pass().stretch;
    const isFull = bars.some(({ bar }) => bar.chords.length >= FULL_CHORDS);
    const count = this.asks() ? bars.length : isFull ? SHOWN_FULL : SHOWN;
    const first = Math.max(0, Math.min(Math.floor(this.bar() / count) * count, bars.length - 1));
    return bars.slice(first, first + count).map(({ bar, from, until }, offset) => ({
      index: first + offset,
      label: this.asks() ? first + offset + 1 : bar.number,
      isNow: this.isPlaying() && first + offset === this.bar(),
      isMarked: this.isMarked(first + offset + 1),
      chords: this.chordsIn(from, until),
    }));
  });

  private isMarked(bar: number): boolean {
    const marked = this.marked();
    return marked !== null && bar >= marked.from && bar <= marked.to;
  }

  private chordsIn(from: number, until: number): readonly StripChord[] {
    return this.pass()
      .spans.filter((span) => span.from >= from && span.from < until)
      .map((span) => ({ chord: span.chord, grow: span.until - span.from }));
  }
}
