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
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { concat, interval, map, of, startWith, switchMap, takeWhile, type Observable } from 'rxjs';
import { Capture } from '../../../sound/capture';
import { CountedByEar } from '../../../sound/counted-by-ear';

const TICK_MS = 100;

/** So many seconds in which the teacher taps once for each change, or each stroke, the student makes. */
@Component({
  selector: 'harvu-drill-measure',
  changeDetection: ChangeDetectionStrategy.OnPush,
  providers: [Capture, CountedByEar],
  host: { class: 'block' },
  template: `
    <p class="flex flex-wrap items-center gap-2">
      @if (hearing()) {
        <span role="status">{{
          isRunning() ? 'Listening: one strum each. ' + left().toFixed(0) + ' s' : 'Counting …'
        }}</span>
      } @else if (isRunning()) {
        <button
          type="button"
          class="button button-first min-h-12 flex-1 text-base"
          (pointerdown)="tap($event)"
          (keydown)="press($event)"
        >
          {{ what() }}: {{ count() }}
        </button>
        <span class="w-12 text-right font-mono" role="timer">{{ left().toFixed(1) }} s</span>
      } @else {
        <button type="button" class="button" [disabled]="isDisabled()" (click)="start()">
          {{ count() === 0 ? 'Start' : 'Again' }}, {{ seconds() }} s
        </button>
        <button type="button" class="button" [disabled]="isDisabled()" (click)="listen()">
          Listen, {{ seconds() }} s
        </button>
        <label class="flex items-center gap-2 text-sm"
          >{{ what() }}
          <input
            #typed
            class="field w-16"
            type="number"
            min="0"
            max="400"
            [value]="count()"
            (input)="count.set(+typed.value)"
          />
        </label>
      }
    </p>
    @if (said()) {
      <p class="mt-2 text-sm" role="alert">{{ said() }}</p>
    }
    @if (!isRunning() && count() > 0) {
      <p class="mt-2 flex items-center gap-3">
        <b class="font-display text-base">{{ result() }}</b>
        <button type="button" class="button" (click)="measured.emit(perMinute())">Keep it</button>
      </p>
    }
  `,
})
export class DrillMeasure {
  readonly seconds = input.required<number>();
  /** What is counted: "Changes", "Strokes". */
  readonly what = input.required<string>();
  /** What a rate means, in words. */
  readonly says = input.required<(perMinute: number) => string>();
  readonly isDisabled = input(false);
  /** So many a minute. */
  readonly measured = output<number>();
  /** When the time is over, on the page's clock; 0 before the first. */
  private readonly endMs = signal(0);
  /** Seconds that are left; 0 once the time is over. */
  protected readonly left = toSignal(
    toObservable(this.endMs).pipe(
      switchMap((end) => (end === 0 ? of(0) : concat(secondsUntil(end), of(0)))),
    ),
    { initialValue: 0 },
  );
  protected readonly isRunning = computed(() => this.left() > 0);
  protected readonly count = signal(0);
  protected readonly perMinute = computed(() => (this.count() * 60) / this.seconds());
  protected readonly result = computed(() => this.says()(this.perMinute()));

  private readonly hand = inject(CountedByEar);
  protected readonly hearing = this.hand.isOn;
  protected readonly said = this.hand.problem;

  constructor() {
    inject(DestroyRef).onDestroy(() => this.hand.close());
  }

  /** The microphone counts in place of a finger. */
  protected async listen(): Promise<void> {
    const heard = await this.hand.count(this.seconds(), () => this.start());
    if (heard !== undefined) this.count.set(heard);
  }

  protected start(): void {
    this.count.set(0);
    this.endMs.set(performance.now() + this.seconds() * 1000);
  }

  protected tap(event: Event): void {
    event.preventDefault();
    this.count.update((now) => now + 1);
  }

  protected press(event: KeyboardEvent): void {
    if (event.repeat || (event.key !== ' ' && event.key !== 'Enter')) return;
    this.tap(event);
  }
}

function secondsUntil(endMs: number): Observable<number> {
  return interval(TICK_MS).pipe(
    startWith(0),
    map(() => (endMs - performance.now()) / 1000),
    takeWhile((left) => left > 0),
  );
}
