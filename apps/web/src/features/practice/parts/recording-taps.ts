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
import { toSignal } from '@angular/core/rxjs-interop';
import type { RecordedStart } from '@harvu/core/recording';
import type { PartOccurrence } from '@harvu/core/form';
import { formatClock, seconds } from '@harvu/core/units';
import { interval, map } from 'rxjs';
import { Latency } from '../../../sound/latency';
import { SoundLevels } from '../../../sound/levels';
import { Pedal } from '../pedal';

const SHOW_EVERY_MS = 100;

/** Somebody's own file, listened to once: a press where each section begins. */
@Component({
  selector: 'harvu-recording-taps',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    class:
      'fixed inset-0 z-30 flex flex-col items-center justify-center gap-4 overflow-auto bg-paper p-4 text-center',
    role: 'dialog',
    'aria-label': 'Where the sections begin',
    '(document:keydown)': 'press($event)',
  },
  template: `
    @if (!isOn()) {
      <p class="say max-w-[36ch]">
        Listen once, and press as each section begins: the space bar, the pedal, or the button. One
        press at the start is enough if the song goes evenly.
      </p>
      <button type="button" class="button button-first big" (click)="begin()">Start</button>
      <button type="button" class="button min-h-[44px]" (click)="closed.emit()">Not now</button>
    } @else {
      <p class="font-mono text-xl" role="timer">{{ clock() }}</p>
      @if (next(); as one) {
        <button type="button" class="button button-first big" (click)="tap()">
          {{ one.name }} begins now
        </button>
        <button type="button" class="button min-h-[44px]" (click)="skip()">
          Leave this one out
        </button>
      } @else {
        <p class="say">Every section has its beginning.</p>
      }
      <p class="text-ink-soft" role="status">{{ said() }}</p>
      <p class="flex flex-wrap justify-center gap-3">
        <button
          type="button"
          class="button min-h-[44px]"
          [disabled]="taps().length === 0"
          (click)="back()"
        >
          Take the last one back
        </button>
        <button
          type="button"
          class="button button-strong min-h-[44px] bg-transparent"
          [disabled]="taps().length === 0"
          (click)="kept.emit(taps())"
        >
          Keep {{ taps().length === 1 ? 'this one' : 'these ' + taps().length }}
        </button>
        <button type="button" class="button min-h-[44px]" (click)="closed.emit()">
          Stop, keep nothing
        </button>
      </p>
    }
  `,
  styles: `
    .say {
      font-size: 1.5rem;
      line-height: 1.3;
    }
    .big {
      min-width: min(20rem, 80vw);
      min-height: 6rem;
      font-size: 1.5rem;
    }
  `,
})
export class RecordingTaps {
  readonly file = input.required<Blob>();
  readonly occurrences = input.required<readonly PartOccurrence[]>();
  readonly kept = output<readonly RecordedStart[]>();
  readonly closed = output();
  private readonly latency = inject(Latency);
  private readonly levels = inject(SoundLevels);
  private readonly pedal = inject(Pedal);
  private readonly audio = new Audio();
  private readonly place = signal(0);
  protected readonly isOn = signal(false);
  protected readonly taps = signal<readonly RecordedStart[]>([]);
  private readonly atS = toSignal(interval(SHOW_EVERY_MS).pipe(map(() => this.audio.currentTime)), {
    initialValue: 0,
  });
  protected readonly clock = computed(() => formatClock(seconds(Math.floor(this.atS()))));
  protected readonly next = computed(() => this.occurrences()[this.place()]);
  protected readonly said = computed(() => {
    const last = this.taps().at(-1);
    if (!last) return '';
    const index = this.firstBars().indexOf(last.bar);
    const name = this.occurrences()[index]?.name ?? '';
    return `${name}: ${formatClock(seconds(Math.round(last.atS * 10) / 10))}`;
  });
  /** Where each section begins among the bars of the whole song. */
  private readonly firstBars = computed(() => {
    let first = 0;
    return this.occurrences().map(({ bars }) => (first += bars.length) - bars.length);
  });

  constructor() {
    inject(DestroyRef).onDestroy(() => {
      this.audio.pause();
      URL.revokeObjectURL(this.audio.src);
    });
  }

  protected begin(): void {
    this.audio.src = URL.createObjectURL(this.file());
    this.audio.volume = this.levels.levels().recording;
    this.isOn.set(true);
    void this.audio.play();
  }

  protected tap(): void {
    const bar = this.firstBars()[this.place()];
    if (bar === undefined || !this.isOn()) return;
    const atS = Math.max(0, this.audio.currentTime - (this.latency.measuredMs() ?? 0) / 1000);
    if (atS <= (this.taps().at(-1)?.atS ?? -1)) return;
    this.taps.update((before) => [...before, { bar, atS: Math.round(atS * 100) / 100 }]);
    this.skip();
  }

  protected skip(): void {
    this.place.update((before) => before + 1);
  }

  protected back(): void {
    const last = this.taps().at(-1);
    if (!last) return;
    this.taps.update((before) => before.slice(0, -1));
    this.place.set(this.firstBars().indexOf(last.bar));
  }

  protected press(event: KeyboardEvent): void {
    if (event.key === 'Escape') this.closed.emit();
    else if (!this.pedal.doesOf(event.key) || event.repeat || this.pedal.isBounce(event)) return;
    else if (this.isOn()) this.tap();
    else if (event.target instanceof HTMLBodyElement) this.begin();
    else return;
    event.preventDefault();
  }
}
