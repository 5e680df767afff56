import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Pattern } from '@harvu/core/rhythm';

/** Where the line of the thinnest string lies, and how far it is to the next. */
const TOP = 22;
const GAP = 10;
const FEWEST_STRINGS = 6;

interface DrawnNote {
  readonly x: number;
  readonly y: number;
  readonly sign: string;
  /** Thumb notes are heavy squares, finger notes open rounds. */
  readonly isThumb: boolean;
}

/** How many strings a picking pattern is drawn on. */
function stringCount({ slots }: Pattern): number {
  const strings = slots.flatMap((slot) =>
    slot.kind === 'pluck' ? slot.notes.map((one) => one.string ?? 0) : [],
  );
  return Math.max(FEWEST_STRINGS, ...strings);
}

/** The height of the string lines, with room above for the fingers. */
export function stringsHeight(pattern: Pattern): number {
  return TOP + (stringCount(pattern) - 1) * GAP + 10;
}

/** Plucked notes on the strings they are plucked on, thinnest on top; the thumb's in their own weight and shape. */
@Component({
  // eslint-disable-next-line @angular-eslint/component-selector -- it has to be a group inside a drawing
  selector: 'g[harvuPlucked]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (y of lines(); track y) {
      <svg:path [attr.d]="'M0 ' + y + 'H' + width()" class="stroke-line" stroke-width="1" />
    }
    @for (note of notes(); track $index) {
      @if (note.isThumb) {
        <svg:rect
          [attr.x]="note.x - 8"
          [attr.y]="note.y - 8"
          width="16"
          height="16"
          class="fill-ink"
        />
      } @else {
        <svg:circle
          [attr.cx]="note.x"
          [attr.cy]="note.y"
          r="8"
          class="fill-sheet stroke-ink"
          stroke-width="1.3"
        />
      }
      <svg:text
        [attr.x]="note.x"
        [attr.y]="note.y + 4"
        text-anchor="middle"
        font-size="11"
        font-weight="700"
        [class]="note.isThumb ? 'fill-paper font-sans' : 'fill-ink font-sans'"
      >
        {{ note.sign }}
      </svg:text>
    }
  `,
})
export class PluckedNotes {
  readonly pattern = input.required<Pattern>();
  readonly slotWidth = input.required<number>();

  protected readonly width = computed(() => this.pattern().slots.length * this.slotWidth());
  protected readonly lines = computed(() =>
    Array.from({ length: stringCount(this.pattern()) }, (_, index) => TOP + index * GAP),
  );
  protected readonly notes = computed((): readonly DrawnNote[] =>
    this.pattern().slots.flatMap((slot, index) => {
      if (slot.kind !== 'pluck') return [];
      const x = (index + 0.5) * this.slotWidth();
      return slot.notes.map(({ string = 1, finger }) => ({
        x,
        y: TOP + (string - 1) * GAP,
        sign: String(string),
        isThumb: finger === 'p',
      }));
    }),
  );
}
