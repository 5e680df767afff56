import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { PlayedBar } from '@harvu/core/form';
import { beatsToNumber } from '@harvu/core/units';
import { ChordLabel } from '../../../ui/chord-label';

interface Cell {
  readonly chord: string;
  readonly grow: number;
  /** Seconds the change to the next chord takes; empty where none comes. */
  readonly seconds: string;
}

interface Row {
  readonly number: number;
  readonly cells: readonly Cell[];
}

/** Bars in rows of four, each chord as wide as it lasts, with the time its change takes. */
@Component({
  selector: 'harvu-bar-grid',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChordLabel],
  template: `
    <ol class="grid grid-cols-4 border-l-2 border-ink" aria-label="Bars">
      @for (bar of rows(); track $index) {
        <li
          class="relative flex min-h-[70px] border-y border-r-2 border-line border-r-ink bg-sheet not-first:-mt-px"
        >
          @for (cell of bar.cells; track $index) {
            <span class="min-w-0 overflow-hidden px-2 pt-1" [style.flex]="cell.grow + ' 1 0'">
              <b class="block truncate font-display text-base">{{ cell.chord | chord: capo() }}</b>
              @if (cell.seconds) {
                <span
                  class="block font-mono text-xs whitespace-nowrap text-brass"
                  [title]="'The change to the next chord takes about ' + cell.seconds + ' s'"
                  >{{ cell.seconds }} s</span
                >
              }
            </span>
          }
          <span class="absolute right-1 bottom-0 font-mono text-xs text-ink-soft">{{
            bar.number
          }}</span>
        </li>
      }
    </ol>
  `,
})
export class BarGrid {
  readonly bars = input.required<readonly PlayedBar[]>();
  /** Seconds of each change, by "from to". */
  readonly changes = input<ReadonlyMap<string, number>>(new Map());

  /** The song's capo, for who names chords by what sounds. */
  readonly capo = input(0);

  protected readonly rows = computed((): readonly Row[] => {
    const chords = this.bars().flatMap((bar) => bar.chords.map((one) => one.chord));
    let place = 0;
    return this.bars().map((bar) => ({
      number: bar.number,
      cells: bar.chords.map(({ chord, beats }) => {
        place += 1;
        const seconds = this.changes().get(`${chord} ${chords[place] ?? ''}`);
        return { chord, grow: beatsToNumber(beats), seconds: seconds?.toFixed(2) ?? '' };
      }),
    }));
  });
}
