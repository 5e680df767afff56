import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  output,
  signal,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { interval, map } from 'rxjs';
import { Capture } from '../../../sound/capture';
import { CountedByEar } from '../../../sound/counted-by-ear';
import { Pedal } from '../pedal';

const LASTS_S = 60;
const READY_S = 3;
const TICK_MS = 100;
const MOST = 400;

/** A change made as often as it goes in a minute, counted by taps or afterwards. */
@Component({
  selector: 'harvu-change-drill',
  changeDetection: ChangeDetectionStrategy.OnPush,
  providers: [Capture, CountedByEar],
  host: {
    class:
      'fixed inset-0 z-30 flex flex-col items-center justify-center gap-4 overflow-auto bg-paper p-4 text-center',
    role: 'dialog',
    'aria-label': 'One minute of the change',
    '(document:keydown)': 'press($event)',
  },
  template: `
    @if (phase() === 'before') {
      <p class="say max-w-[34ch]">
        One minute: change to and fro, one strum each time. Count aloud, or press the pedal at each
        change.
      </p>
      @if (hand.problem()) {
        <p class="say" role="alert">{{ hand.problem() }}</p>
      }
      <button type="button" class="button button-first big" (click)="begin()">Start</button>
      <button type="button" class="button big" (click)="listen()">Start, counted by ear</button>
      <p class="text-ink-soft">By ear, the microphone counts the strums; nothing of it is kept.</p>
      <button type="button" class="button min-h-[44px]" (click)="closed.emit()">Not now</button>
    } @else if (phase() === 'goes') {
      <p class="figure font-display font-bold" aria-live="off">
        {{ leftS() > lasts ? leftS() - lasts : leftS() }}
      </p>
      <p class="say text-ink-soft">{{ leftS() > lasts ? 'ready' : 'seconds left' }}</p>
      @if (hand.isOn()) {
        <p class="say">Strum once at each change: it is counted by ear.</p>
      } @else {
        <button type="button" class="button button-strong big bg-transparent" (click)="tap()">
          Change {{ count() }}
        </button>
      }
      <button type="button" class="button min-h-[44px]" (click)="closed.emit()">Stop</button>
    } @else {
      <p class="say">
        {{ hand.isOn() ? 'Counting what was heard …' : 'How many changes were it?' }}
      </p>
      <p class="flex items-center gap-4">
        <button type="button" class="button big" (click)="add(-1)" aria-label="one less">−</button>
        <b class="figure font-display" role="status">{{ count() }}</b>
        <button type="button" class="button big" (click)="add(1)" aria-label="one more">+</button>
      </p>
      <p class="flex gap-3">
        <button
          type="button"
          class="button button-first big"
          [disabled]="count() < 1 || hand.isOn()"
          (click)="kept.emit({ count: count(), seconds: lasts })"
        >
          Keep it
        </button>
        <button type="button" class="button big" (click)="closed.emit()">Do not keep it</button>
      </p>
    }
  `,
  styles: `
    .figure {
      font-size: clamp(96px, 24vmin, 200px);
      line-height: 1;
    }
    .say {
      font-size: 1.5rem;
      line-height: 1.3;
    }
    .big {
      min-width: 5rem;
      min-height: 4.125rem;
      font-size: 1.5rem;
    }
  `,
})
export class ChangeDrillTimer {
  readonly kept = output<{ readonly count: number; readonly seconds: number }>();
  readonly closed = output();
  private readonly pedal = inject(Pedal);
  protected readonly hand = inject(CountedByEar);
  protected readonly lasts = LASTS_S;
  protected readonly count = signal(0);
  private readonly startedAt = signal<number | null>(null);
  private readonly now = toSignal(interval(TICK_MS).pipe(map(() => Date.now())), {
    initialValue: Date.now(),
  });
  /** Seconds until the end, those to get ready with it. */
  protected readonly leftS = computed(() => {
    const start = this.startedAt() ?? this.now();
    return Math.max(0, Math.ceil(READY_S + LASTS_S - (this.now() - start) / 1000));
  });
  protected readonly phase = computed(() => {
    if (this.startedAt() === null) return 'before';
    return this.leftS() > 0 ? 'goes' : 'after';
  });

  constructor() {
    inject(DestroyRef).onDestroy(() => this.hand.close());
  }

  /** Counts strums with the microphone, those of the seconds to get ready in not among them. */
  protected async listen(): Promise<void> {
    const heard = await this.hand.count(READY_S + LASTS_S, () => this.begin(), READY_S);
    if (heard !== undefined) this.count.set(Math.min(MOST, heard));
  }

  protected begin(): void {
    this.count.set(0);
    this.startedAt.set(Date.now());
  }

  protected tap(): void {
    if (this.phase() === 'goes' && this.leftS() <= LASTS_S && !this.hand.isOn()) this.add(1);
  }

  protected add(by: number): void {
    this.count.update((before) => Math.max(0, Math.min(MOST, before + by)));
  }

  /** A pedal and the space bar count; nothing of it reaches the room behind. */
  protected press(event: KeyboardEvent): void {
    if (event.key === 'Escape') this.closed.emit();
    else if (!this.pedal.doesOf(event.key) || event.repeat) return;
    else if (this.phase() === 'goes') this.tap();
    else if (this.phase() === 'before' && event.target instanceof HTMLBodyElement) this.begin();
    else return;
    event.preventDefault();
  }
}
