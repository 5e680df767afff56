import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import {
  changeBetween,
  fingerWays,
  stayingFingers,
  type Fingers,
  type Grip,
  type Hand,
} from '@harvu/core/fretboard';
import { EMPTY_SONG, settledFrame, type SettledFrame } from '@harvu/core/song';
import { ChordName } from './chord-name';
import { injectHandWords } from './hand-words';
import { GripDiagram } from './grip-diagram';

/** The strings a change is drawn on, and what its chords are called on them. */
type DrawnSetup = Pick<SettledFrame, 'tuning' | 'capo' | 'down' | 'raised'>;

/** A grip with its name and fingers. */
export interface NamedHold {
  readonly name: string;
  readonly grip: Grip;
  readonly fingers: Fingers;
}

/** Two grips side by side: fingers that stay in spruce, arrows for those that move, and one line of words. */
@Component({
  selector: 'harvu-change',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChordName, GripDiagram],
  host: { class: 'block' },
  template: `
    <div class="flex flex-wrap items-center gap-x-4 gap-y-1">
      @for (one of [from(), to()]; track $index; let isLast = $last) {
        <div class="text-center">
          <b class="block font-display"
            ><harvu-chord [name]="one.name" [raised]="setup().raised"
          /></b>
          <harvu-grip
            [grip]="one.grip"
            [fingers]="one.fingers"
            [staying]="staying()"
            [moves]="isLast ? going() : []"
            [setup]="setup()"
            [scale]="scale()"
          />
        </div>
      }
      <p class="max-w-[34ch] min-w-0 flex-1 basis-48">
        {{ change().line }}
        <span class="block text-xs text-ink-soft"
          >about {{ change().seconds.toFixed(2) }} s for a usual hand</span
        >
      </p>
    </div>
  `,
})
export class ChangeDrawing {
  readonly from = input.required<NamedHold>();
  readonly to = input.required<NamedHold>();
  readonly hand = input.required<Hand>();
  readonly setup = input<DrawnSetup>(settledFrame(EMPTY_SONG));
  readonly scale = input(1);
  private readonly wordsFor = injectHandWords();

  protected readonly change = computed(() =>
    changeBetween(this.from(), this.to(), {
      hand: this.hand(),
      words: this.wordsFor(this.setup()),
    }),
  );
  protected readonly staying = computed(() => stayingFingers(this.change()));
  protected readonly going = computed(() => fingerWays(this.change()));
}
