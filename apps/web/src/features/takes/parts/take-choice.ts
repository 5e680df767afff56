import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { TakeState, type TakeRequest } from '../take.state';
import { KeptTakesView } from './kept-takes';

/** What a take is listened to by, how late this device hears, and the takes that were kept. */
@Component({
  selector: 'harvu-take-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeptTakesView],
  host: { class: 'flex flex-col gap-4' },
  template: `
    @if (state.problem()) {
      <p class="rounded border-l-4 border-brass bg-brass-wash p-3" role="alert">
        {{ state.problem() }}
      </p>
    }
    <p class="max-w-[46ch] text-2xl leading-snug">
      One bar is counted, then play it once with the click. Headphones help: the click then stays
      out of the microphone.
    </p>
    <p class="flex flex-wrap gap-3">
      <button
        type="button"
        class="button button-first min-h-14 text-lg"
        (click)="state.listen(request(), 'microphone')"
      >
        Listen
      </button>
      <button
        type="button"
        class="button min-h-14 text-lg"
        (click)="state.listen(request(), 'taps')"
      >
        Taps
      </button>
      <button
        type="button"
        class="button min-h-14 text-lg"
        (click)="state.listen(request(), 'midi')"
      >
        MIDI
      </button>
      <label class="button min-h-14 text-lg relative flex cursor-pointer items-center">
        A sound file
        <input
          type="file"
          accept="audio/*,.wav"
          class="absolute inset-0 cursor-pointer opacity-0"
          aria-label="A sound file"
          (change)="read($event)"
        />
      </label>
      <button type="button" class="button min-h-14 text-lg" (click)="state.standIn(request())">
        Let the stand-in play
      </button>
    </p>
    <p class="text-ink-soft">
      The microphone is asked for when you press Listen. If you keep a take, its figures go to your
      song, and its sound stays on this device alone; of what you do not keep, nothing stays.
    </p>
    <p class="flex flex-wrap items-center gap-3 text-ink-soft">
      @if (state.delay(); as delay) {
        This microphone is {{ delay.ms }} ms late, give or take {{ delay.giveOrTakeMs }} ms.
      } @else {
        How late the microphone hears is told from each take. Measured once, it also tells whether
        you play behind the click all through.
      }
      <button type="button" class="button min-h-[44px]" (click)="state.measureDelay()">
        {{ state.delay() ? 'Measure again' : 'Measure this device' }}
      </button>
    </p>
    <harvu-kept-takes [id]="keptAs()" />
  `,
})
export class TakeChoice {
  readonly request = input.required<TakeRequest>();
  /** What sounds are kept as on this device: the plan and the step. */
  readonly keptAs = input.required<string>();
  protected readonly state = inject(TakeState);

  protected read(event: Event): void {
    const file = (event.target as HTMLInputElement).files?.[0];
    if (file) void this.state.read(this.request(), file);
  }
}
