import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { PartOccurrence } from '@harvu/core/sameness';
import { ownBars, type BarCue, type SongDocument } from '@harvu/core/song';
import { withCommand, type SongCommand } from '@harvu/core/edits';

/** The head of one section: its name, how often it is played, its cue, and what is done with the whole of it. */
@Component({
  selector: 'harvu-section-head',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    @if (section(); as shown) {
      <div class="flex flex-wrap items-baseline gap-x-3 gap-y-1">
        <h2 id="grid-heading" class="flex items-baseline gap-2 text-lg">
          {{ occurrence().part.letter }}
          <input
            #name
            class="border-b border-transparent bg-transparent font-display font-bold hover:border-line focus:border-ink"
            [style.width.ch]="shown.name.length * 0.9 + 1"
            maxlength="60"
            aria-label="Name of the section"
            [value]="shown.name"
            (change)="rename(name)"
          />
        </h2>
        <span class="text-sm text-ink-soft">{{ barWords() }}</span>
        <button
          type="button"
          class="link ml-auto text-xs"
          [attr.aria-expanded]="isOpen()"
          (click)="isOpen.set(!isOpen())"
        >
          The whole section
        </button>
      </div>
      <div class="mt-0.5 flex flex-wrap items-center gap-x-4 gap-y-1">
        <label class="text-xs text-ink-soft"
          >played
          <input
            #times
            type="number"
            min="1"
            max="64"
            class="field w-14 py-0.5"
            [value]="shown.times"
            (change)="set({ times: bounded(times) })"
          />
          {{ shown.times === 1 ? 'time' : 'times' }}</label
        >
        <label class="flex items-center gap-1.5 text-xs text-ink-soft">
          <input
            type="checkbox"
            class="size-4 accent-spruce"
            [checked]="shown.timesDoubt"
            (change)="set({ timesDoubt: !shown.timesDoubt })"
          />
          count needs listening
        </label>
        <label class="text-xs text-ink-soft"
          >cue
          <input
            #cue
            class="field w-40 py-0.5"
            maxlength="80"
            placeholder="a few words"
            [value]="shown.cue ?? ''"
            (change)="set({ cue: clean(cue.value) })"
        /></label>
      </div>
      @if (isOpen()) {
        <div class="mt-1.5 flex flex-wrap gap-1.5" role="group" aria-label="The whole section">
          <button type="button" class="button min-h-8 py-0" (click)="add()">
            New one after it
          </button>
          <button type="button" class="button min-h-8 py-0" (click)="act('copy-section')">
            Copy it
          </button>
          <button
            type="button"
            class="button min-h-8 py-0"
            [disabled]="place() === 0"
            (click)="move(-1)"
          >
            Write it earlier
          </button>
          <button
            type="button"
            class="button min-h-8 py-0"
            [disabled]="place() === song().sections.length - 1"
            (click)="move(1)"
          >
            Write it later
          </button>
          <form class="flex gap-1" (submit)="$event.preventDefault(); split(+at.value)">
            <button type="submit" class="button min-h-8 py-0">Split it before bar</button>
            <input
              #at
              type="number"
              min="2"
              class="field w-14 py-0.5"
              aria-label="Bar to split before"
              [value]="middle()"
            />
          </form>
          <button
            type="button"
            class="button min-h-8 py-0"
            [disabled]="place() === song().sections.length - 1"
            (click)="act('join-section')"
          >
            Join with the next
          </button>
          @if (shown.parent) {
            <button type="button" class="button min-h-8 py-0" (click)="act('write-out')">
              Write it out
            </button>
          }
          <button type="button" class="button min-h-8 py-0" (click)="addEnding()">
            Another ending
          </button>
          <button type="button" class="button min-h-8 py-0" (click)="act('drop-section')">
            Take it away
          </button>
        </div>
        <div class="mt-1.5 flex flex-wrap items-center gap-x-4 gap-y-1 text-xs text-ink-soft">
          <label
            >for the part
            <input
              #part
              class="field w-24 py-0.5"
              maxlength="24"
              placeholder="all"
              [value]="shown.part ?? ''"
              (change)="set({ part: oneWord(part.value) })"
          /></label>
          <form
            class="flex items-center gap-1.5"
            (submit)="$event.preventDefault(); addCue(+bar.value, words)"
          >
            cue at bar
            <input
              #bar
              type="number"
              min="1"
              max="999"
              class="field w-14 py-0.5"
              aria-label="Bar of a cue"
              value="1"
            />
            <input
              #words
              class="field w-40 py-0.5"
              maxlength="80"
              aria-label="Words of a cue at a bar"
              placeholder="a few words, no lyrics"
            />
            <button type="submit" class="button min-h-8 py-0">Add</button>
          </form>
          @for (one of shown.cues ?? []; track $index) {
            <span
              >bar {{ one.bar }} “{{ one.words }}”
              <button
                type="button"
                class="link"
                [attr.aria-label]="'Take the cue at bar ' + one.bar + ' away'"
                (click)="dropCue(one)"
              >
                take away
              </button></span
            >
          }
        </div>
      }
    }
  `,
})
export class SectionHead {
  readonly song = input.required<SongDocument>();
  readonly occurrence = input.required<PartOccurrence>();
  readonly changed = output<SongCommand>();
  protected readonly isOpen = signal(false);

  protected readonly place = computed(() =>
    this.song().sections.findIndex((one) => one.id === this.occurrence().section),
  );
  protected readonly section = computed(() => this.song().sections[this.place()]);
  private readonly barCount = computed(() => {
    const section = this.section();
    return section ? ownBars(this.song(), section).length : 0;
  });
  protected readonly middle = computed(() => Math.max(2, Math.floor(this.barCount() / 2) + 1));
  protected readonly barWords = computed(() => {
    const { part, bars } = this.occurrence();
    const count = `${bars.length} ${bars.length === 1 ? 'bar' : 'bars'}`;
    const parent = this.section()?.parent;
    if (parent === undefined) return count;
    const news = part.newBars.length;
    return news === 0 || part.parent === undefined
      ? `${count}, as ${parent}`
      : `${count}, ${news} of them not in ${parent}`;
  });

  protected bounded({ value }: HTMLInputElement): number {
    return Math.max(1, Math.min(64, Math.round(Number(value)) || 1));
  }

  /** Quotes would end the cue in the text. */
  protected clean(words: string): string {
    return words.replaceAll('"', '').trim();
  }

  protected set(said: {
    readonly times?: number;
    readonly timesDoubt?: boolean;
    readonly cue?: string;
    readonly part?: string;
    readonly cues?: readonly BarCue[];
  }): void {
    this.changed.emit({ kind: 'set-section', section: this.occurrence().section, ...said });
  }

  protected oneWord(text: string): string {
    return text.trim().replace(/[\s":]+/g, '-');
  }

  protected addCue(bar: number, field: HTMLInputElement): void {
    const words = this.clean(field.value);
    if (words === '' || !Number.isInteger(bar) || bar < 1) return;
    const others = (this.section()?.cues ?? []).filter((one) => one.bar !== bar);
    this.set({ cues: [...others, { bar, words }].sort((a, b) => a.bar - b.bar) });
    field.value = '';
  }

  protected dropCue(cue: BarCue): void {
    this.set({ cues: (this.section()?.cues ?? []).filter((one) => one !== cue) });
  }

  /** The next ending that is not there yet, silent until it is written. */
  protected addEnding(): void {
    const last = Math.max(0, ...(this.section()?.endings ?? []).map((one) => one.pass));
    const bars = [{ id: '', chords: [{ name: '-', span: 1 }] }];
    const section = this.occurrence().section;
    this.changed.emit({ kind: 'set-bars', section, ending: last + 1, bars });
  }

  /** A name that is taken, or that the text could not hold, goes back to what it was. */
  protected rename(field: HTMLInputElement): void {
    const name = field.value.replaceAll(/[\][=,]/g, '').trim();
    const edit = { kind: 'rename-section', section: this.occurrence().section, name } as const;
    if (withCommand(this.song(), edit) === this.song()) field.value = this.section()?.name ?? '';
    else this.changed.emit(edit);
  }

  protected add(): void {
    this.changed.emit({ kind: 'add-section', after: this.occurrence().section, name: 'Section' });
  }

  protected move(by: -1 | 1): void {
    this.changed.emit({ kind: 'move-section', section: this.occurrence().section, by });
  }

  protected split(bar: number): void {
    this.changed.emit({ kind: 'split-section', section: this.occurrence().section, at: bar - 1 });
  }

  protected act(kind: 'copy-section' | 'join-section' | 'write-out' | 'drop-section'): void {
    this.changed.emit({ kind, section: this.occurrence().section });
  }
}
