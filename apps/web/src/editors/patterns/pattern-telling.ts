import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { settledPicking, type Meter, type Pattern, type PickingHand } from '@harvu/core/rhythm';
import { patternOfTaps, readTelling } from '@harvu/core/telling';
import { EMPTY, finalize, switchMap, tap, type Observable } from 'rxjs';
import { MidiPads } from '../../sound/midi-pads';
import { PatternLane } from '../../ui/pattern-lane';

const MOST_TAPS = 64;

/** A pattern told: in words, or tapped on the space bar, a pointer or a MIDI pad; with every way it may be meant. */
@Component({
  selector: 'harvu-pattern-telling',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PatternLane],
  host: { class: 'block' },
  template: `
    <div class="flex flex-wrap items-end gap-2">
      <label class="min-w-0 flex-1 basis-64 text-xs text-ink-soft">
        In words, as you say it: down, down-up, up; or 5 2 3 1; or p m i a
        <input
          #words
          class="field mt-0.5"
          maxlength="200"
          autocomplete="off"
          (input)="told.set(words.value)"
        />
      </label>
      <button
        type="button"
        class="button min-w-32"
        (keydown.space)="$event.preventDefault(); tap($event)"
        (pointerdown)="tap($event)"
      >
        Tap it (space)
      </button>
      <button type="button" class="button" [attr.aria-pressed]="isListening()" (click)="listen()">
        {{ isListening() ? 'Stop the pad' : 'Use a MIDI pad' }}
      </button>
    </div>
    @if (isListening() || taps().length > 0) {
      <p class="mt-1 text-xs text-ink-soft" role="status">
        @if (isListening()) {
          {{ pad() ? pad() + ' is heard.' : 'Play it on the pad.' }}
        }
        @if (taps().length > 0) {
          {{ taps().length }} taps.
          <button type="button" class="link" (click)="taps.set([])">Begin again</button>
        }
      </p>
    }
    @if (telling().says; as says) {
      <p role="status" class="mt-1 text-xs text-ink-soft">{{ says }}</p>
    }
    @if (ways().length > 0) {
      <ul class="mt-2 grid gap-2" aria-label="Ways it may be meant, best first">
        @for (way of ways(); track $index) {
          <li>
            <button
              type="button"
              class="block w-full rounded-md border border-line bg-paper p-1.5 text-left hover:border-ink"
              (click)="taken.emit(way.pattern)"
            >
              <span class="text-xs text-ink-soft">{{ way.label }}</span>
              <harvu-lane [pattern]="way.shown" [scale]="0.7" />
            </button>
          </li>
        }
      </ul>
    }
  `,
})
export class PatternTelling {
  readonly meter = input.required<Meter>();
  readonly hand = input.required<PickingHand>();
  readonly taken = output<Pattern>();
  private readonly pads = inject(MidiPads);

  protected readonly told = signal('');
  protected readonly taps = signal<readonly number[]>([]);
  protected readonly isListening = signal(false);
  protected readonly heard = toSignal(
    toObservable(this.isListening).pipe(switchMap((isOn) => (isOn ? this.hits() : EMPTY))),
  );
  /** The pad that was heard last. */
  protected readonly pad = signal('');
  protected readonly telling = computed(() => readTelling(this.told(), this.meter()));
  protected readonly ways = computed(() => {
    const tapped = patternOfTaps(this.taps(), this.meter());
    const ways = [...(tapped ? [tapped] : []), ...this.telling().ways];
    return ways.map((way) => ({ ...way, shown: settledPicking(way.pattern, this.hand()) }));
  });

  protected tap({ timeStamp }: Event): void {
    this.addTap(timeStamp / 1000);
  }

  private addTap(atS: number): void {
    this.taps.update((taps) => [...taps.slice(-MOST_TAPS + 1), atS]);
  }

  /** Begins to listen to the pad, or stops. */
  protected listen(): void {
    this.taps.set([]);
    this.pad.set('');
    this.isListening.update((now) => !now);
  }

  private hits(): Observable<unknown> {
    return this.pads.hits().pipe(
      tap(({ atS, pad }) => {
        this.pad.set(pad);
        this.addTap(atS);
      }),
      finalize(() => this.isListening.set(false)),
    );
  }
}
