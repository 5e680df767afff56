import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  signal,
} from '@angular/core';
import { latencyOf } from '@harvu/core/take';
import { EVEN_COUNT, ONCE_THROUGH } from '../../../sound/even-count';
import { Latency } from '../../../sound/latency';
import { RoomSound } from '../../../sound/room-sound';

const TAPS = 10;

/** Measures by taps how late the sound is heard, as with wireless headphones; the picture then waits for it. */
@Component({
  selector: 'harvu-latency-taps',
  changeDetection: ChangeDetectionStrategy.OnPush,
  providers: [RoomSound],
  template: `
    <p class="text-sm text-ink-soft">
      @if (latency.measuredMs() === null) {
        Wireless headphones are late: tap along once, and the picture waits for the sound.
      } @else {
        The picture waits {{ latency.measuredMs() }} ms for the sound.
      }
    </p>
    <p class="mt-1 flex flex-wrap items-center gap-2">
      <button type="button" class="button min-h-[44px]" (click)="begin()">
        {{ isOn() ? 'Begin anew' : 'Measure by taps' }}
      </button>
      @if (isOn()) {
        <button
          type="button"
          class="button button-strong min-h-[66px] min-w-40 bg-transparent"
          (pointerdown)="tap()"
          (keydown.enter)="tap()"
        >
          Tap with the click: {{ count() }}
        </button>
      } @else if (latency.measuredMs() !== null) {
        <button type="button" class="button min-h-[44px]" (click)="latency.set(null)">
          Forget it
        </button>
      }
      <span role="status">{{ said() }}</span>
    </p>
  `,
})
export class LatencyTaps {
  private readonly sound = inject(RoomSound);
  protected readonly latency = inject(Latency);
  private readonly taps = signal<readonly number[]>([]);
  protected readonly isOn = signal(false);
  protected readonly said = signal('');
  protected readonly count = computed(() => this.taps().length);

  constructor() {
    inject(DestroyRef).onDestroy(() => {
      this.sound.close();
    });
  }

  protected begin(): void {
    this.taps.set([]);
    this.said.set('');
    this.isOn.set(true);
    this.sound.start(EVEN_COUNT, ONCE_THROUGH);
  }

  protected tap(): void {
    const now = this.sound.nowS();
    if (now === null) return;
    this.taps.update((all) => [...all, now]);
    if (this.taps().length >= TAPS) this.end();
  }

  private end(): void {
    this.sound.stop();
    this.isOn.set(false);
    const late = latencyOf(
      this.taps(),
      EVEN_COUNT.clicks.map((one) => one.atS),
    );
    if (late === undefined) this.said.set('The taps were too uneven to say. Try once more.');
    else {
      this.latency.set(Math.round(late * 1000));
      this.said.set('Measured.');
    }
  }
}
