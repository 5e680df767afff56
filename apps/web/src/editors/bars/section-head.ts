import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { Part } from '@harvu/core/form';
import type { WrittenLine } from '@harvu/core/words';
import { rangeWords } from '@harvu/core/steps';
import { ownBars, type BarCue, type SectionId, type SongDocument } from '@harvu/core/song';
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
  readonly sectionId = input.required<SectionId>();
  /** The part it is, once the song has been worked out. */
  readonly part = input<Part | undefined>();
  /** Bars of it as it is played, all endings gone through. */
  readonly barCount = input(0);
  /** What is said of its lines, once that is worked out. */
  readonly lines = input<readonly WrittenLine[]>([]);
  readonly changed = output<SongCommand>();
  protected readonly isOpen = signal(false);

  protected readonly place = computed(() =>
    this.song().sections.findIndex((one) => one.id === this.sectionId()),
  );
  protected readonly section = computed(() => this.song().sections[this.place()]);
  private readonly ownCount = computed(() => {
    const section = this.section();
    return section ? ownBars(this.song(), section).length : 0;
  });
  protected readonly middle = computed(() => Math.max(2, Math.floor(this.ownCount() / 2) + 1));
  protected readonly barWords = computed(() => {
    const [bars, { parent, times = 1 } = {}] = [this.barCount() || this.ownCount(), this.section()];
    const count = `${bars} ${bars === 1 ? 'bar' : 'bars'}`;
    const rounds = times === 1 ? '' : `, ${times} times`;
    const said = [`${count}${this.inLines()}${rounds}`, this.asParent(parent), this.moved()];
    return [...said, this.toLearn()].filter(Boolean).join(' · ');
  });

  private inLines(): string {
    const count = this.lines().length;
    return count > 1 ? ` in ${count} lines` : '';
  }

  /** Only where it is not simply all of it. */
  private toLearn(): string {
    const news = this.lines().reduce((sum, { newBars }) => sum + newBars.length, 0);
    const isTold = this.lines().length > 0 && news > 0 && news < this.barCount();
    return isTold ? `${news} to learn` : '';
  }

  private asParent(parent: string | undefined): string {
    if (parent === undefined) return '';
    const news = this.part()?.parent === undefined ? [] : (this.part()?.newBars ?? []);
    if (news.length === 0) return `as ${parent}`;
    return `as ${parent}, but ${rangeWords(news)}`;
  }

  private moved(): string {
    const by = this.part()?.semitones ?? 0;
    if (by === 0) return '';
    return `${Math.abs(by)} ${Math.abs(by) === 1 ? 'fret' : 'frets'}’ worth ${by > 0 ? 'higher' : 'lower'}`;
  }

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
    this.changed.emit({ kind: 'set-section', section: this.sectionId(), ...said });
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
    const section = this.sectionId();
    this.changed.emit({ kind: 'set-bars', section, ending: last + 1, bars });
  }

  /** A name that is taken, or that the text could not hold, goes back to what it was. */
  protected rename(field: HTMLInputElement): void {
    const name = field.value.replaceAll(/[\][=,]/g, '').trim();
    const edit = { kind: 'rename-section', section: this.sectionId(), name } as const;
    if (withCommand(this.song(), edit) === this.song()) field.value = this.section()?.name ?? '';
    else this.changed.emit(edit);
  }

  protected add(): void {
    this.changed.emit({ kind: 'add-section', after: this.sectionId(), name: 'Section' });
  }

  protected move(by: -1 | 1): void {
    this.changed.emit({ kind: 'move-section', section: this.sectionId(), by });
  }

  protected split(bar: number): void {
    this.changed.emit({ kind: 'split-section', section: this.sectionId(), at: bar - 1 });
  }

  protected act(kind: 'copy-section' | 'join-section' | 'write-out' | 'drop-section'): void {
    this.changed.emit({ kind, section: this.sectionId() });
  }
}
