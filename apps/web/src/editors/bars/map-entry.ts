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
  templateUrl: './map-entry.html',
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
