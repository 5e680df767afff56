import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { reachBetween, USUAL_HAND } from '@harvu/core/fretboard';

const FIRST = 5;
const FRETS = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12] as const;
const MOST_REACH = 6;

/** A stretch measured on the student's own neck: finger 1 stays, finger 4 goes as far as is comfortable. */
@Component({
  selector: 'harvu-stretch-measure',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block rounded-sm border border-line bg-sheet p-3' },
  template: `
    <h3 class="text-sm">Measure the stretch</h3>
    <ol class="mt-1 list-decimal pl-5 text-sm">
      <li>
        Finger 1 on string 5, fret
        <select
          #from
          class="field inline-block w-auto py-0"
          aria-label="Fret of finger 1"
          (change)="start(+from.value)"
        >
          @for (fret of frets; track fret) {
            <option [value]="fret" [selected]="fret === first()">{{ fret }}</option>
          }
        </select>
      </li>
      <li>
        Finger 4 on the same string, as far up as it goes without any pull: fret
        <select
          #to
          class="field inline-block w-auto py-0"
          aria-label="Fret of finger 4"
          (change)="last.set(+to.value)"
        >
          @for (fret of reachable(); track fret) {
            <option [value]="fret" [selected]="fret === last()">{{ fret }}</option>
          }
        </select>
      </li>
    </ol>
    <p class="mt-2 flex items-center gap-3">
      <b class="font-display text-base">{{ reach() }} mm</b>
      <button type="button" class="button" (click)="measured.emit(reach())">Keep it</button>
    </p>
    <p class="mt-1 text-xs text-ink-soft">Never further than is comfortable; stop at any pull.</p>
  `,
})
export class StretchMeasure {
  readonly scaleLengthMm = input.required<number>();
  readonly measured = output<number>();
  protected readonly frets = FRETS;
  protected readonly first = signal(FIRST);
  protected readonly last = signal(FIRST + 3);
  protected readonly reachable = computed(() =>
    Array.from({ length: MOST_REACH }, (_, index) => this.first() + index + 1),
  );
  protected readonly reach = computed(() => {
    const hand = { ...USUAL_HAND, scaleLengthMm: this.scaleLengthMm() };
    const place = 1;
    return Math.round(
      reachBetween({ fret: this.first(), place }, { fret: this.last(), place }, hand),
    );
  });

  protected start(fret: number): void {
    const span = this.last() - this.first();
    this.first.set(fret);
    this.last.set(fret + span);
  }
}
