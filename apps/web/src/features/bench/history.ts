import { computed, signal, type WritableSignal } from '@angular/core';
import { mergeTexts, withCommand, type SongCommand } from '@harvu/core/edits';
import type { SongDocument } from '@harvu/core/song';
import { Subject } from 'rxjs';
import {
  readSheet,
  sheetOfSong,
  sheetOfText,
  withNews,
  type OthersChange,
  type Sheet,
} from './sheet';

/** Typing that goes on within this time is one thing to undo. */
const ONE_EDIT_MS = 1200;

/** What is written of one song, and how it came to be: one's own edits can be taken back. */
export class History {
  private readonly sheet: WritableSignal<Sheet>;
  private readonly past = signal<readonly Sheet[]>([]);
  private readonly undone = signal<readonly Sheet[]>([]);
  private readonly edits = new Subject<void>();
  private others: readonly OthersChange[] = [];
  private mineThen = '';
  private typedAt = 0;

  /** Tells of each edit of one's own. */
  readonly edited = this.edits.asObservable();
  readonly shown = computed(() => this.sheet());
  readonly text = computed(() => this.sheet().text);
  readonly document = computed(() => this.sheet().song);
  readonly faults = computed(() => this.sheet().faults);
  readonly canUndo = computed(() => this.past().length > 0);
  readonly canRedo = computed(() => this.undone().length > 0);

  constructor(song: SongDocument) {
    this.sheet = signal(sheetOfSong(song, 0));
  }

  /** Takes the text as typed; a burst of typing is undone as one. */
  type(text: string): void {
    if (text === this.text()) return;
    const now = Date.now();
    const isNewEdit = now - this.typedAt > ONE_EDIT_MS;
    this.typedAt = now;
    this.put({ ...this.sheet(), text, isUnread: true, news: this.others.length }, isNewEdit);
  }

  /** Takes over what was read from the text, if nothing was typed since. */
  takeRead(read: Sheet): void {
    if (read.text !== this.text()) return;
    const { isUnread: _isUnread, ...sheet } = read;
    this.sheet.set(sheet);
  }

  /** The song as it is typed to this moment, where it cannot be waited for. */
  readNow(): SongDocument {
    if (this.sheet().isUnread) this.sheet.update(readSheet);
    return this.document();
  }

  /** Carries out several edits as one, to be undone as one, and writes the text anew. */
  runAll(commands: readonly SongCommand[]): void {
    const before = this.readNow();
    const song = commands.reduce(withCommand, before);
    if (song === before) return;
    this.typedAt = 0;
    this.put(sheetOfSong(song, this.others.length), true);
  }

  undo(): void {
    this.travel(this.past, this.undone);
  }

  redo(): void {
    this.travel(this.undone, this.past);
  }

  /** Brings in what others made of the song; gives the lines of theirs that stand where mine do. */
  bringIn(change: OthersChange, latest: SongDocument): readonly string[] {
    this.mineThen = this.text();
    const merged = mergeTexts({ ...change, mine: this.mineThen });
    this.others = [...this.others, change];
    const news = this.others.length;
    this.sheet.set(
      merged.text === change.theirs
        ? sheetOfSong(latest, news)
        : sheetOfText(merged.text, latest, news),
    );
    return merged.theirs.filter((line) => line.trim() !== '');
  }

  /** Where both wrote what was brought in last, theirs stands now, beside all that is mine otherwise. */
  takeTheirs(): void {
    const change = this.others.at(-1);
    if (!change) return;
    const { base, theirs } = change;
    const first = mergeTexts({ base, mine: this.mineThen, theirs }).text;
    const turned = mergeTexts({ base, mine: theirs, theirs: this.mineThen }).text;
    // What was written since stays; and it is an edit of its own.
    this.typedAt = 0;
    this.type(mergeTexts({ base: first, mine: turned, theirs: this.text() }).text);
  }

  private travel(from: WritableSignal<readonly Sheet[]>, to: typeof from): void {
    const sheet = from().at(-1);
    if (!sheet) return;
    from.update((all) => all.slice(0, -1));
    to.update((all) => [...all, this.sheet()]);
    this.typedAt = 0;
    this.sheet.set(withNews(readSheet(sheet), this.others, this.document()));
    this.edits.next();
  }

  private put(sheet: Sheet, isNewEdit: boolean): void {
    if (isNewEdit) this.past.update((all) => [...all, this.sheet()]);
    this.undone.set([]);
    this.sheet.set(sheet);
    this.edits.next();
  }
}
