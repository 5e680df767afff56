import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { LAYERS, settledFrame, type RiffUse, type SongDocument } from '@harvu/core/song';
import type { SongCommand } from '@harvu/core/edits';

const NEW = '';
const MOST_BEATS = 24;
const FIRST_BODY = '- - - -';

/** Lays a riff over bars of a section: one that is there, or a new one that is then written. */
@Component({
  selector: 'harvu-lay-riff',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <form
      class="flex flex-wrap items-center gap-x-3 gap-y-1.5 text-xs text-ink-soft"
      (submit)="
        $event.preventDefault();
        lay({
          riff: riff.value,
          bars: bars.value,
          beat: beat.value,
          layer: layer.value,
          part: part.value,
        })
      "
    >
      <label
        >riff
        <select #riff class="field w-auto py-0.5">
          <option value="">a new one</option>
          @for (name of names(); track name) {
            <option [value]="name">{{ name }}</option>
          }
        </select>
      </label>
      <label
        >over bars
        <input
          #bars
          class="field w-16 py-0.5"
          maxlength="7"
          aria-describedby="lay-riff-hint"
          [attr.aria-invalid]="fault() ? true : null"
      /></label>
      <label
        >from beat
        <input
          #beat
          type="number"
          class="field w-14 py-0.5"
          min="1"
          max="24"
          aria-describedby="lay-riff-hint"
      /></label>
      <label
        >from layer
        <select #layer class="field w-auto py-0.5">
          @for (one of layers; track one) {
            <option [value]="one" [selected]="one === 'full'">{{ one }}</option>
          }
        </select>
      </label>
      <label>played by the part <input #part class="field w-20 py-0.5" maxlength="24" /></label>
      <button type="submit" class="button min-h-8 py-0">Lay it</button>
      <span id="lay-riff-hint">{{
        fault() ||
          'no bars: all of them; from a beat: once, to its own end; no part: it takes the place of the strokes'
      }}</span>
    </form>
  `,
})
export class LayRiff {
  readonly song = input.required<SongDocument>();
  readonly sectionId = input.required<string>();
  readonly changed = output<readonly SongCommand[]>();
  /** The name of the riff that was laid. */
  readonly laid = output<string>();
  protected readonly layers = LAYERS;
  protected readonly fault = signal('');
  protected readonly names = computed(() => (this.song().riffs ?? []).map((one) => one.name));

  protected lay(said: {
    readonly riff: string;
    readonly bars: string;
    readonly beat: string;
    readonly layer: string;
    readonly part: string;
  }): void {
    const bars = this.barsOf(said.bars);
    if (bars === 'none') return;
    const name = said.riff === NEW ? this.freeName() : said.riff;
    const part = said.part.trim().replaceAll(/[\s":]+/g, '-');
    const layer = LAYERS.find((one) => one === said.layer && one !== 'full');
    const beat = Math.round(Number(said.beat));
    const isOnBeat = said.beat.trim() !== '' && beat >= 1 && beat <= MOST_BEATS;
    const use: RiffUse = {
      riff: name,
      ...(layer && { layer }),
      ...(bars && { bars }),
      ...(isOnBeat && { beat }),
      ...(part !== '' && { part }),
    };
    const { meter } = settledFrame(this.song());
    const lay: SongCommand = { kind: 'use-riff', section: this.sectionId(), use };
    const body = Array<string>(meter.beats).fill('-').join(' ') || FIRST_BODY;
    this.changed.emit(
      said.riff === NEW ? [{ kind: 'set-riff', riff: { name, meter, body } }, lay] : [lay],
    );
    this.laid.emit(name);
  }

  private barsOf(text: string): RiffUse['bars'] | 'none' {
    if (text.trim() === '') {
      this.fault.set('');
      return undefined;
    }
    const [, first = '', last = first] =
      /^\s*(\d{1,3})(?:\s*[-–]\s*(\d{1,3}))?\s*$/.exec(text) ?? [];
    const bars = { from: Number(first), to: Number(last) };
    const isFine = bars.from >= 1 && bars.to >= bars.from;
    this.fault.set(isFine ? '' : 'Write a bar or two of them, such as 4 or 7-8.');
    return isFine ? bars : 'none';
  }

  private freeName(): string {
    const taken = new Set(this.names());
    let number = 1;
    while (taken.has(`riff-${number}`)) number += 1;
    return `riff-${number}`;
  }
}
