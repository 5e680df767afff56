import { counted } from '@harvu/core/wording';
import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { roughChart } from '@harvu/core/requests';

const METERS = ['4/4', '3/4', '6/8', '12/8', '2/4', '5/4', '7/8'] as const;
const USUAL_TEMPO = 100;
const TEMPO = { least: 30, most: 300 } as const;

/** Chords are pasted, with a tempo and a meter: enough for a first verdict. */
@Component({
  selector: 'harvu-chords-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <form class="grid gap-2" (submit)="$event.preventDefault(); send()">
      <label class="grid gap-1">
        <span class="text-sm">Paste the chords; bar lines, sections and “x2” are read</span>
        <textarea
          class="field font-mono"
          rows="4"
          maxlength="8000"
          [value]="words()"
          (input)="pasted.set($any($event.target).value)"
        ></textarea>
      </label>
      <div class="flex flex-wrap items-end gap-3">
        <label class="grid gap-1">
          <span class="text-sm">Tempo, bpm</span>
          <input
            class="field w-24"
            type="number"
            min="30"
            max="300"
            [value]="tempo()"
            (input)="said.set($any($event.target).value)"
          />
        </label>
        <label class="grid gap-1">
          <span class="text-sm">Meter</span>
          <select class="field" (change)="meterSaid.set($any($event.target).value)">
            @for (one of meters; track one) {
              <option [value]="one" [selected]="one === meter()">{{ one }}</option>
            }
          </select>
        </label>
        <button type="submit" class="button button-strong" [disabled]="!isReady()">Weigh it</button>
        @if (chart()) {
          <button type="button" class="link text-sm" (click)="saved.emit('')">
            Take the chords away
          </button>
        }
      </div>
      <p class="text-sm text-ink-soft" role="status">{{ reading() }}</p>
    </form>
  `,
})
export class ChordsForm {
  /** What is kept already, as chart text; empty where nothing is. */
  readonly chart = input('');
  readonly saved = output<string>();
  protected readonly meters = METERS;
  protected readonly pasted = signal<string | null>(null);
  protected readonly said = signal<string | null>(null);
  protected readonly meterSaid = signal<string | null>(null);
  protected readonly words = computed(() => this.pasted() ?? bodyOf(this.chart()));
  private readonly read = computed(() => roughChart(this.words()));
  /** What is said here holds, else what was pasted says, else what was kept. */
  protected readonly tempo = computed(
    () =>
      this.said() ??
      this.read().tempo ??
      /^tempo: (\d+)/m.exec(this.chart())?.[1] ??
      String(USUAL_TEMPO),
  );
  protected readonly meter = computed(
    () =>
      this.meterSaid() ??
      METERS.find((one) => one === this.read().meter) ??
      /^meter: (\S+)/m.exec(this.chart())?.[1] ??
      '4/4',
  );
  private readonly rough = computed(() =>
    roughChart(this.words(), { tempo: Number(this.tempo()), meter: this.meter() }),
  );
  private readonly hasTempo = computed(() => {
    const tempo = Number(this.tempo());
    return tempo >= TEMPO.least && tempo <= TEMPO.most;
  });
  protected readonly isReady = computed(() => this.rough().bars > 0 && this.hasTempo());
  protected readonly reading = computed(() => {
    const { bars, unread } = this.rough();
    if (!this.hasTempo()) return `A tempo is ${TEMPO.least} to ${TEMPO.most} bpm.`;
    if (bars === 0) return this.words().trim() === '' ? '' : 'No chord is read in this yet.';
    const left = unread.length === 0 ? '' : ` Not read: ${unread.join(', ')}.`;
    return `${counted(bars, 'bar')} read.${left}`;
  });

  protected send(): void {
    if (this.isReady()) this.saved.emit(this.rough().text);
  }
}

/** What is kept, as it was pasted: the lines behind the frame. */
function bodyOf(chart: string): string {
  return chart
    .split('\n')
    .filter((line) => !/^(tempo|meter):/.test(line))
    .join('\n');
}
