import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { LAYERS, mapOf, type Layer, type MapEntry, type SongDocument } from '@harvu/core/song';
import type { SongCommand } from '@harvu/core/edits';
import { bpm } from '@harvu/core/units';

/** Where one section stands on the map: how often, in which layer, moved, at which tempo; and its place. */
@Component({
  selector: 'harvu-map-entry',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    class: 'flex flex-wrap items-center gap-x-3 gap-y-1 text-xs text-ink-soft',
    role: 'group',
    'aria-label': 'On the map',
  },
  template: `
    @if (shown(); as one) {
      <span
        >On the map: <b class="text-ink">{{ entry() + 1 }} of {{ map().length }}</b></span
      >
      <label
        >×
        <input
          #times
          type="number"
          min="1"
          max="64"
          class="field w-14 py-0.5"
          aria-label="Times on the map"
          [value]="one.times"
          (change)="put({ times: within(+times.value, 1, 64) || 1 })"
      /></label>
      <label class="flex items-center gap-1.5">
        <input
          type="checkbox"
          class="size-4 accent-spruce"
          [checked]="one.once"
          (change)="put({ once: !one.once })"
        />
        last time only
      </label>
      <label
        >layer
        <select #layer class="field w-auto py-0.5" (change)="put({ layer: toLayer(layer.value) })">
          <option value="" [selected]="!one.layer">as written</option>
          @for (name of layers; track name) {
            <option [value]="name" [selected]="name === one.layer">{{ name }}</option>
          }
        </select></label
      >
      <label
        >moved
        <input
          #moved
          type="number"
          min="-11"
          max="11"
          class="field w-14 py-0.5"
          aria-label="Semitones up"
          [value]="one.semitones ?? 0"
          (change)="put({ semitones: within(+moved.value, -11, 11) })"
        />
        semitones</label
      >
      <label
        >at
        <input
          #tempo
          type="number"
          min="20"
          max="400"
          class="field w-16 py-0.5"
          aria-label="Tempo of its own"
          placeholder="bpm"
          [value]="one.tempo ?? ''"
          (change)="put({ tempo: within(+tempo.value, 20, 400) })"
      /></label>
      <span class="flex gap-1.5">
        <button
          type="button"
          class="button min-h-8 px-2 py-0"
          [disabled]="entry() === 0"
          (click)="move(-1)"
        >
          ← Earlier
        </button>
        <button
          type="button"
          class="button min-h-8 px-2 py-0"
          [disabled]="entry() === map().length - 1"
          (click)="move(1)"
        >
          Later →
        </button>
        <button type="button" class="button min-h-8 px-2 py-0" (click)="again()">Once more</button>
        <button
          type="button"
          class="button min-h-8 px-2 py-0"
          [disabled]="map().length === 1"
          (click)="drop()"
        >
          Take it off
        </button>
      </span>
    }
  `,
})
export class MapEntryForm {
  readonly song = input.required<SongDocument>();
  /** Its place on the map, from 0. */
  readonly entry = input.required<number>();
  readonly changed = output<SongCommand>();
  /** The place that is to be looked at next. */
  readonly moved = output<number>();
  protected readonly layers = LAYERS;
  protected readonly map = computed(() => mapOf(this.song()));
  protected readonly shown = computed(() => this.map()[this.entry()]);

  protected toLayer(name: string): Layer | undefined {
    return LAYERS.find((one) => one === name);
  }

  /** A number within bounds; 0 where none was written. */
  protected within(value: number, from: number, to: number): number {
    return value === 0 || !Number.isFinite(value)
      ? 0
      : Math.max(from, Math.min(to, Math.round(value)));
  }

  private setMap(map: readonly MapEntry[]): void {
    this.changed.emit({ kind: 'set-map', map });
  }

  /** What is 0, false or nothing is not said on the map. */
  protected put(said: {
    readonly times?: number;
    readonly once?: boolean;
    readonly layer?: Layer | undefined;
    readonly semitones?: number;
    readonly tempo?: number;
  }): void {
    const before = this.shown();
    if (!before) return;
    const { once, layer, semitones, tempo, tempoTo, ...rest } = { ...before, ...said };
    const entry: MapEntry = {
      ...rest,
      ...(once && { once: true as const }),
      ...(layer && { layer }),
      ...(semitones && { semitones }),
      ...(tempo && { tempo: bpm(tempo) }),
      ...(tempo && tempoTo && { tempoTo }),
    };
    this.setMap(this.map().with(this.entry(), entry));
  }

  protected move(by: -1 | 1): void {
    const [map, at] = [this.map(), this.entry()];
    const one = map[at];
    if (!one) return;
    this.setMap(map.toSpliced(at, 1).toSpliced(at + by, 0, one));
    this.moved.emit(at + by);
  }

  protected again(): void {
    const one = this.shown();
    if (!one) return;
    this.setMap(this.map().toSpliced(this.entry() + 1, 0, one));
    this.moved.emit(this.entry() + 1);
  }

  protected drop(): void {
    this.setMap(this.map().toSpliced(this.entry(), 1));
    this.moved.emit(Math.max(0, this.entry() - 1));
  }
}
