import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { TunedString } from '@harvu/core/practice';

/** What the guitar needs before the first note: each string's open note, and the capo. */
@Component({
  selector: 'harvu-frame-now',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <ol class="mt-4 flex flex-wrap gap-x-6 gap-y-4" aria-label="Open strings, from the thickest">
      @for (string of strings(); track string.number) {
        <li class="min-w-14 border-b-2 border-ink-soft pb-1">
          <span class="block text-sm text-ink-soft">string {{ string.number }}</span>
          <b class="font-display text-2xl sm:text-[4.5rem] sm:leading-none">{{ string.note }}</b>
        </li>
      }
    </ol>
    <p class="mt-6 font-display text-xl font-bold">
      {{ capo() === 0 ? 'No capo' : 'Capo at fret ' + capo() }}
    </p>
  `,
})
export class FrameNow {
  /** From the thickest. */
  readonly strings = input.required<readonly TunedString[]>();
  readonly capo = input.required<number>();
}
