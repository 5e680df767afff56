import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { Grip, Setup, StringFret } from '@harvu/core/fretboard';
import { CONVENTIONS } from '../../ui/conventions';
import { injectHandWords } from '../../ui/hand-words';

const FRETS_SHOWN = 5;

interface Cell {
  readonly place: number;
  readonly fret: number;
  readonly isHeld: boolean;
  readonly words: string;
}

/** A piece of the neck to press on: a string and a fret hold it, the row above opens and mutes. */
@Component({
  selector: 'harvu-grip-neck',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <div class="grid w-max gap-0" role="group" aria-label="The neck, press a string and a fret">
      <div class="flex">
        <span class="w-7"></span>
        @for (cell of tops(); track cell.place) {
          <button
            type="button"
            class="grid h-7 w-7 place-items-center font-mono font-bold hover:bg-line-soft"
            [class]="cell.fret === null ? 'text-rose' : 'text-ink'"
            [attr.aria-label]="cell.words"
            (click)="press(cell.place, cell.fret === 0 ? null : 0)"
          >
            {{ cell.fret === null ? '×' : cell.fret === 0 ? '○' : '' }}
          </button>
        }
      </div>
      @for (row of rows(); track row.fret) {
        <div class="flex" [class.border-t-4]="row.fret === 1" [class.border-ink]="row.fret === 1">
          <span class="grid w-7 place-items-center font-mono text-xs text-ink-soft">{{
            row.label
          }}</span>
          @for (cell of row.cells; track cell.place) {
            <button
              type="button"
              class="neck-cell grid h-7 w-7 place-items-center border-b border-line"
              [attr.aria-label]="cell.words"
              [attr.aria-pressed]="cell.isHeld"
              (click)="press(cell.place, cell.isHeld ? 0 : cell.fret)"
            >
              <span
                class="z-1 size-5 rounded-full"
                [class]="cell.isHeld ? 'bg-ink' : 'hover:bg-line'"
              ></span>
            </button>
          }
        </div>
      }
    </div>
  `,
})
export class GripNeck {
  readonly grip = input.required<Grip>();
  readonly setup = input.required<Setup>();
  readonly changed = output<Grip>();
  private readonly conventions = inject(CONVENTIONS);
  private readonly wordsFor = injectHandWords();
  private readonly words = computed(() => this.wordsFor(this.setup()));

  /** The lowest fret shown: the first, unless the grip lies too high for that. */
  protected readonly first = computed(() => {
    const held = this.grip().filter((fret): fret is number => !!fret);
    return Math.max(0, ...held) <= FRETS_SHOWN ? 1 : Math.min(...held);
  });
  private readonly places = computed(() => {
    const places = this.grip().map((_, place) => place);
    return this.conventions().leftHanded ? places.reverse() : places;
  });
  protected readonly tops = computed(() =>
    this.places().map((place) => {
      const fret = this.grip()[place] ?? null;
      const does = fret === 0 ? 'mute' : 'open';
      return { place, fret, words: `${does} ${this.words().string(place)}` };
    }),
  );
  protected readonly rows = computed(() => {
    const shift = this.conventions().frets === 'nut' ? this.setup().capo : 0;
    return Array.from({ length: FRETS_SHOWN }, (_, index) => {
      const fret = this.first() + index;
      const cells = this.places().map((place): Cell => {
        const words = `${this.words().string(place)} ${this.words().fret(fret)}`;
        return { place, fret, isHeld: this.grip()[place] === fret, words };
      });
      return { fret, label: fret + shift, cells };
    });
  });

  protected press(place: number, fret: StringFret): void {
    this.changed.emit(this.grip().map((one, index) => (index === place ? fret : one)));
  }
}
