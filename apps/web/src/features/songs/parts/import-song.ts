import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import type { NewSong } from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import { ImportState } from '../import.state';

/** What of a file is counted, in the words one reads. */
const COUNTED: readonly (readonly [name: string, one: string, many: string])[] = [
  ['bars', 'bar', 'bars'],
  ['sections', 'section', 'sections'],
  ['chords', 'chord symbol', 'chord symbols'],
  ['frames', 'grip', 'grips'],
  ['grips', 'grip', 'grips'],
  ['repeats', 'repeat', 'repeats'],
  ['endings', 'ending', 'endings'],
  ['jumps', 'jump', 'jumps'],
  ['notes', 'note in riffs', 'notes in riffs'],
  ['riffs', 'riff', 'riffs'],
];

/** Shows what a file would bring before anything is stored: understood, lost, guessed. */
@Component({
  selector: 'harvu-import-song',
  changeDetection: ChangeDetectionStrategy.OnPush,
  providers: [ImportState],
  host: {
    class: 'block border-l-4 border-spruce pl-4',
    role: 'region',
    'aria-label': 'A song from a file',
  },
  templateUrl: './import-song.html',
})
export class ImportSong {
  /** Titles there are already. */
  readonly known = input<readonly string[]>([]);
  readonly isTaking = input(false);
  readonly accepted = output<NewSong>();
  readonly closed = output();
  protected readonly state = inject(ImportState);
  protected readonly title = linkedSignal(
    () => this.state.found()?.title ?? this.state.name().replace(/\.[^.]*$/, ''),
  );
  protected readonly playedBy = linkedSignal(() => this.state.found()?.playedBy ?? '');
  protected readonly taken = computed(
    () => this.state.found()?.parts?.find((one) => one.taken)?.id ?? '',
  );
  protected readonly isKnown = computed(() => {
    const title = this.title().trim().toLowerCase();
    return this.known().some((one) => one.trim().toLowerCase() === title);
  });
  protected readonly kept = computed(() => {
    const kept = this.state.found()?.kept ?? {};
    return COUNTED.flatMap(([name, one, many]) => {
      const count = kept[name] ?? 0;
      return count > 0 ? [`${count} ${count === 1 ? one : many}`] : [];
    }).join(', ');
  });

  protected choose(event: Event): void {
    const file = (event.target as HTMLInputElement).files?.[0];
    if (file) void this.state.read(file);
  }

  protected drop(event: DragEvent): void {
    event.preventDefault();
    const file = event.dataTransfer?.files[0];
    if (file) void this.state.read(file);
  }

  protected take(): void {
    const chart = this.state.found()?.song;
    if (!chart) return;
    const { song: document } = readChart(chart);
    const label = { title: this.title().trim(), playedBy: this.playedBy().trim() };
    this.accepted.emit({ ...label, document });
  }

  protected close(): void {
    this.state.stop();
    this.closed.emit();
  }
}
