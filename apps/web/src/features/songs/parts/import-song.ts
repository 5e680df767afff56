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
  template: `
    <div class="flex flex-wrap items-center gap-3">
      <label
        class="button button-strong relative flex cursor-pointer items-center"
        (dragover)="$event.preventDefault()"
        (drop)="drop($event)"
      >
        {{ state.name() === '' ? 'Choose a file, or drop it here' : 'Another file' }}
        <input
          type="file"
          class="absolute inset-0 cursor-pointer opacity-0"
          aria-label="A file with a song"
          (change)="choose($event)"
        />
      </label>
      <span class="text-ink-soft">{{
        state.name() || 'MusicXML, MIDI, chord sheets, tab, chart text'
      }}</span>
      <button type="button" class="button ml-auto" (click)="close()">Leave it</button>
    </div>
    @if (state.isReading()) {
      <p class="mt-3" role="status">Reading it …</p>
    }
    @if (state.problem()) {
      <p class="mt-3 border-l-4 border-brass pl-3" role="alert">{{ state.problem() }}</p>
    }
    @if (state.found(); as found) {
      <form class="mt-3 grid gap-3" (submit)="$event.preventDefault(); take()">
        <div class="flex flex-wrap items-end gap-2">
          <label class="w-72 text-xs text-ink-soft"
            >Title
            <input
              class="field mt-0.5"
              maxlength="120"
              required
              [value]="title()"
              (input)="title.set($any($event.target).value)"
            />
          </label>
          <label class="w-56 text-xs text-ink-soft"
            >Played by
            <input
              class="field mt-0.5"
              maxlength="120"
              [value]="playedBy()"
              (input)="playedBy.set($any($event.target).value)"
            />
          </label>
          @if ((found.parts?.length ?? 0) > 1) {
            <label class="w-56 text-xs text-ink-soft"
              >Notes become riffs from
              <select class="field mt-0.5" (change)="state.choosePart($any($event.target).value)">
                <option value="" [selected]="taken() === ''">no part</option>
                @for (part of found.parts; track part.id) {
                  <option [value]="part.id" [selected]="part.taken">
                    {{ part.name }} ({{ part.notes }} {{ part.notes === 1 ? 'note' : 'notes' }})
                  </option>
                }
              </select>
            </label>
          }
          <button
            type="submit"
            class="button button-first"
            [disabled]="title().trim() === '' || isTaking()"
          >
            Take it over
          </button>
        </div>
        @if (isKnown()) {
          <p class="border-l-4 border-brass pl-3">
            A song of this title is there already. Taken over, this one stands beside it.
          </p>
        }
        <p><b>Understood:</b> {{ kept() }}.</p>
        @if (found.copyright) {
          <p><b>Rights:</b> {{ found.copyright }}</p>
        }
        <div class="grid gap-4 md:grid-cols-2">
          @if (found.guessed.length > 0) {
            <div>
              <h3 class="font-display font-bold">Guessed: look at these</h3>
              <ul class="mt-1 list-disc pl-5">
                @for (one of found.guessed; track $index) {
                  <li>
                    {{ one.what }} <span class="text-ink-soft">({{ one.where }})</span>
                  </li>
                }
              </ul>
            </div>
          }
          @if (found.lost.length > 0) {
            <div>
              <h3 class="font-display font-bold">Not taken over</h3>
              <ul class="mt-1 list-disc pl-5">
                @for (one of found.lost; track $index) {
                  <li>
                    {{ one.what }}: {{ one.why }}
                    <span class="text-ink-soft">({{ one.where }})</span>
                  </li>
                }
              </ul>
            </div>
          }
        </div>
        <pre
          class="max-h-72 overflow-auto border border-line p-3 font-mono text-sm"
          tabindex="0"
          aria-label="The song as it will be"
          >{{ found.song }}</pre>
        <p class="text-ink-soft">Nothing is stored until you take it over.</p>
      </form>
    }
  `,
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
