import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import type { RingingGrip, SaidChord } from '@harvu/core/practice';
import { StringPlayer } from '../../../sound/string-player';
import { Pedal } from '../pedal';

const NOTE_S = 2;

/** What was heard of a grip, string by string. */
export interface HeardGrip {
  readonly grip: string;
  readonly struck: readonly number[];
  readonly dull: readonly number[];
}

/** A grip plucked string by string: each rings or sounds dull, and what is dull gets one thing to try. */
@Component({
  selector: 'harvu-ring-check',
  changeDetection: ChangeDetectionStrategy.OnPush,
  providers: [StringPlayer],
  host: {
    class:
      'fixed inset-0 z-30 flex flex-col items-center justify-center gap-4 overflow-auto bg-paper p-4 text-center',
    role: 'dialog',
    'aria-label': 'Ring each string',
    '(document:keydown)': 'press($event)',
  },
  template: `
    @if (!grip()) {
      <p class="say">Which grip? Hold it, then pluck one string after the other.</p>
      <p class="flex flex-wrap justify-center gap-3">
        @for (one of grips(); track one.grip) {
          <button type="button" class="button big" (click)="take(one)">
            {{ nameOf(one) }}
          </button>
        }
      </p>
    } @else if (string()) {
      <p class="text-lg text-ink-soft">
        {{ nameOf(grip()!) }}, {{ place() + 1 }} of {{ grip()!.strings.length }}
      </p>
      <p class="figure font-display font-bold">{{ string()!.name }}</p>
      <p class="say">Pluck it alone. Does it ring?</p>
      <p class="flex flex-wrap justify-center gap-3">
        <button type="button" class="button button-first big" (click)="answer(true)">Rings</button>
        <button
          type="button"
          class="button button-strong big bg-transparent"
          (click)="answer(false)"
        >
          Dull
        </button>
        <button type="button" class="button min-h-[44px]" (click)="hear()">
          Hear how it should be
        </button>
      </p>
    } @else {
      <p class="say" role="status">
        {{ dull().length === 0 ? 'Every string rings.' : 'Nearly: ' + dullWords() }}
      </p>
      @for (one of dull(); track one.number) {
        <p class="say max-w-[40ch]">
          <b>{{ one.name }}:</b> {{ one.advice }}
        </p>
      }
      <p class="flex flex-wrap justify-center gap-3">
        <button type="button" class="button button-first big" (click)="keep()">Keep it</button>
        <button type="button" class="button big" (click)="begin()">Once more</button>
      </p>
    }
    <button type="button" class="button min-h-[44px]" (click)="closed.emit()">Close</button>
  `,
  styles: `
    .figure {
      font-size: clamp(3.375rem, 14vmin, 8rem);
      line-height: 1;
    }
    .say {
      font-size: 1.5rem;
      line-height: 1.3;
    }
    .big {
      min-width: 8rem;
      min-height: 4.125rem;
      font-size: 1.5rem;
    }
  `,
})
export class RingCheckView {
  readonly grips = input.required<readonly RingingGrip[]>();
  /** Chords as they are said, by the names they are written with. */
  readonly chords = input.required<Readonly<Record<string, SaidChord>>>();
  readonly kept = output<HeardGrip>();
  readonly closed = output();
  private readonly player = inject(StringPlayer);
  private readonly pedal = inject(Pedal);
  private readonly taken = signal<RingingGrip | null>(null);
  private readonly answers = signal<readonly boolean[]>([]);

  /** With one grip there is nothing to ask. */
  protected readonly grip = computed(
    () => this.taken() ?? (this.grips().length === 1 ? this.grips()[0] : undefined),
  );
  protected readonly place = computed(() => this.answers().length);
  protected readonly string = computed(() => this.grip()?.strings[this.place()]);
  protected readonly dull = computed(
    () => this.grip()?.strings.filter((_, at) => this.answers()[at] === false) ?? [],
  );
  protected readonly dullWords = computed(() => {
    const count = this.dull().length;
    return count === 1 ? 'one string is dull.' : `${count} strings are dull.`;
  });

  constructor() {
    inject(DestroyRef).onDestroy(() => this.player.close());
  }

  protected nameOf({ grip }: RingingGrip): string {
    return this.chords()[grip]?.name ?? grip;
  }

  protected take(grip: RingingGrip): void {
    this.taken.set(grip);
    this.begin();
  }

  protected begin(): void {
    this.answers.set([]);
  }

  protected hear(): void {
    const midi = this.string()?.midi;
    if (midi !== undefined)
      this.player.start({ notes: [{ midi, atS: 0, lastsS: NOTE_S }], lastsS: NOTE_S });
  }

  protected answer(rings: boolean): void {
    this.player.stop();
    this.answers.update((before) => [...before, rings]);
  }

  protected keep(): void {
    const grip = this.grip();
    if (!grip) return;
    const struck = grip.strings.map(({ number }) => number);
    this.kept.emit({ grip: grip.grip, struck, dull: this.dull().map(({ number }) => number) });
  }

  /** Clean says that it rings, stumbled that it is dull; nothing of it reaches the room behind. */
  protected press(event: KeyboardEvent): void {
    const does = this.pedal.doesOf(event.key);
    if (event.key === 'Escape') this.closed.emit();
    else if (
      event.repeat ||
      this.pedal.isBounce(event) ||
      (does !== 'clean' && does !== 'stumbled') ||
      !this.grip()
    )
      return;
    else if (this.string()) this.answer(does === 'clean');
    else if (does === 'clean') this.keep();
    else this.begin();
    event.preventDefault();
  }
}
