import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { PartOccurrence } from '@harvu/core/sameness';
import { ownBars, type BarCue, type SongDocument } from '@harvu/core/song';
import { withCommand, type SongCommand } from '@harvu/core/edits';

/** The head of one section: its name, how often it is played, its cue, and what is done with the whole of it. */
@Component({
  selector: 'harvu-section-head',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  templateUrl: './section-head.html',
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
