import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { layStrokes, type LaidStroke, type StruckBar } from '@harvu/core/form';
import { beatsToNumber } from '@harvu/core/units';
import { ChordLabel } from '../../../ui/chord-label';

interface Cell {
  readonly chord: string;
  readonly grow: number;
  /** Seconds the change to the next chord takes; empty where none comes. */
  readonly seconds: string;
}

interface Stroke {
  readonly path: string;
  readonly width: number;
  readonly isHit: boolean;
}

interface Row {
  readonly number: number;
  readonly cells: readonly Cell[];
  readonly strokes: readonly Stroke[];
  /** The name of the pattern, where it is another than in the bar before. */
  readonly played: string;
}

/** Downs and the thumb go the whole way, ups and fingers half of it, hits are short. */
function strokeOf(
  { beat, what }: LaidStroke,
  { start, beats }: { start: number; beats: number },
): Stroke {
  const x = 2.5 + (95 * (beat - start)) / beats;
  const isDown =
    (what.kind === 'strum' && what.direction === 'down') ||
    (what.kind === 'pluck' && what.notes.some((one) => one.finger === 'p'));
  const isUp = !isDown && what.kind !== 'hit';
  const top = isDown ? 0 : isUp ? 5 : 8;
  const isAccent = what.kind === 'strum' && what.accent === true;
  return {
    path: `M${x} ${top}V12`,
    width: isAccent ? 3.5 : isUp ? 1.4 : 2.2,
    isHit: what.kind === 'hit',
  };
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
          class="relative flex min-h-[86px] border-y border-r-2 border-line border-r-ink bg-sheet not-first:-mt-px"
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
          <svg
            class="absolute inset-x-0 bottom-[18px] h-3 w-full"
            viewBox="0 0 100 12"
            preserveAspectRatio="none"
            aria-hidden="true"
          >
            @for (stroke of bar.strokes; track $index) {
              <path
                [attr.d]="stroke.path"
                [attr.class]="stroke.isHit ? 'stroke-rose' : 'stroke-ink-soft'"
                [attr.stroke-width]="stroke.width"
                vector-effect="non-scaling-stroke"
              />
            }
          </svg>
          <span class="absolute right-1 bottom-0 font-mono text-xs text-ink-soft">{{
            bar.number
          }}</span>
          @if (bar.played) {
            <span class="absolute bottom-0 left-2 max-w-[75%] truncate text-xs text-ink-soft">{{
              bar.played
            }}</span>
          }
        </li>
      }
    </ol>
  `,
})
export class BarGrid {
  readonly bars = input.required<readonly StruckBar[]>();
  /** Seconds of each change, by "from to". */
  readonly changes = input<ReadonlyMap<string, number>>(new Map());

  /** The song's capo, for who names chords by what sounds. */
  readonly capo = input(0);

  protected readonly rows = computed((): readonly Row[] => {
    const chords = this.bars().flatMap((bar) => bar.chords.map((one) => one.chord));
    const laid = layStrokes(this.bars());
    let place = 0;
    let start = 0;
    return this.bars().map((bar, index) => ({
      number: bar.number,
      ...this.handIn(index, laid[index] ?? [], (start += bar.beats) - bar.beats),
      cells: bar.chords.map(({ chord, beats }) => {
        place += 1;
        const seconds = this.changes().get(`${chord} ${chords[place] ?? ''}`);
        return { chord, grow: beatsToNumber(beats), seconds: seconds?.toFixed(2) ?? '' };
      }),
    }));
  });

  private handIn(
    index: number,
    laid: readonly LaidStroke[],
    start: number,
  ): Pick<Row, 'strokes' | 'played'> {
    const [before, bar] = [this.bars()[index - 1], this.bars()[index]];
    const beats = bar?.beats ?? 1;
    const name = bar?.struck?.name ?? '';
    return {
      strokes: laid.map((one) => strokeOf(one, { start, beats })),
      played: index > 0 && before?.struck?.name === name ? '' : name,
    };
  }
}
