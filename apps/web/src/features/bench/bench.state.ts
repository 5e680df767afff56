import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { Overrule, Overruled, Problem, Song } from '@harvu/contract';
import type { Finding } from '@harvu/core/checks';
import { changesInWords, mergeTexts, withCommand, type SongCommand } from '@harvu/core/edits';
import { EMPTY_SONG, type SongDocument } from '@harvu/core/song';
import { writeChart } from '@harvu/core/chart';
import {
  catchError,
  concatMap,
  debounceTime,
  defer,
  distinctUntilChanged,
  EMPTY,
  filter,
  map,
  repeat,
  retry,
  Subject,
  switchMap,
  tap,
  timer,
  type Observable,
} from 'rxjs';
import { Analysis } from '../../platform/analysis';
import { toProblem } from '../../platform/problems';
import { SongsApi } from '../songs';
import {
  readSheet,
  sheetOfSong,
  sheetOfText,
  withNews,
  type OthersChange,
  type Sheet,
} from './sheet';

const EMPTY_SHEET: Sheet = { text: '', song: EMPTY_SONG, faults: [], news: 0 };
const ANALYSE_AFTER_MS = 120;
const SAVE_AFTER_MS = 900;
/** Typing that goes on within this time is one thing to undo. */
const ONE_EDIT_MS = 1200;
const ASK_AGAIN_MS = 5000;

export type SaveState = 'saved' | 'changed' | 'saving' | 'failed';

/** What somebody else did to the song that is open here. */
export interface News {
  readonly by: string;
  readonly words: readonly string[];
  /** Lines of theirs that stand where mine do; they are kept in their revision. */
  readonly lines: readonly string[];
  readonly revision: number;
}

/** One song on the bench: edits with undo, what the core makes of them, saving, and others' changes. */
@Injectable()
export class BenchState {
  private readonly api = inject(SongsApi);
  private readonly analysis = inject(Analysis);
  private readonly opened = signal<Song | null>(null);
  private readonly sheet = signal<Sheet>(EMPTY_SHEET);
  private readonly undone = signal<readonly Sheet[]>([]);
  private readonly past = signal<readonly Sheet[]>([]);
  private readonly saving = signal<SaveState>('saved');
  private readonly failed = signal<Problem | null>(null);
  private readonly heard = signal<News | null>(null);
  /** Saves and others' changes go one after the other. */
  private readonly queue = new Subject<Observable<unknown>>();
  private others: readonly OthersChange[] = [];
  /** The song as it is saved, as far as is known here. */
  private readonly known = signal<Song | null>(null);
  private typedAt = 0;

  readonly song = this.opened.asReadonly();
  readonly problem = this.failed.asReadonly();
  readonly saveState = this.saving.asReadonly();
  readonly news = this.heard.asReadonly();
  /** The revision that was saved or brought in last. */
  readonly revision = computed(() => this.known()?.revision ?? 0);
  readonly text = computed(() => this.sheet().text);
  readonly document = computed(() => this.sheet().song);
  readonly faults = computed(() => this.sheet().faults);
  readonly canUndo = computed(() => this.past().length > 0);
  readonly canRedo = computed(() => this.undone().length > 0);
  /** The song taken apart in the worker, a moment behind the typing. */
  readonly worked = toSignal(
    toObservable(this.document).pipe(
      debounceTime(ANALYSE_AFTER_MS),
      switchMap((song) => this.analysis.takeApart(song)),
    ),
  );

  private readonly word = signal<readonly Overruled[]>([]);
  private readonly allNoticed = toSignal(
    toObservable(this.document).pipe(
      debounceTime(ANALYSE_AFTER_MS),
      switchMap((song) => this.analysis.findings(song)),
    ),
    { initialValue: [] as readonly Finding[] },
  );
  private readonly reasons = computed(() => new Map(this.word().map((one) => [one.key, one])));
  /** What Harvu notices and no teacher has overruled. */
  readonly noticed = computed(() =>
    this.allNoticed().filter((one) => !this.reasons().has(one.key)),
  );
  readonly overruled = computed(() =>
    this.allNoticed().flatMap(({ key, message }) => {
      const word = this.reasons().get(key);
      return word ? [{ ...word, message }] : [];
    }),
  );

  constructor() {
    // Typing waits for nothing: the song is read from the text in the worker.
    toObservable(this.sheet)
      .pipe(
        filter((sheet) => sheet.isUnread === true),
        switchMap((sheet) =>
          this.analysis.read(sheet.text, sheet.song).pipe(map((read) => ({ ...sheet, ...read }))),
        ),
        filter((sheet) => sheet.text === this.text()),
        takeUntilDestroyed(),
      )
      .subscribe(({ isUnread: _isUnread, ...sheet }) => this.sheet.set(sheet));
    this.queue
      .pipe(
        concatMap((work) => work),
        takeUntilDestroyed(),
      )
      .subscribe();
    toObservable(this.document)
      .pipe(
        filter(() => this.opened() !== null),
        distinctUntilChanged(),
        tap((song) => song !== this.known()?.document && this.saving.set('changed')),
        debounceTime(SAVE_AFTER_MS),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.queue.next(defer(() => this.save())));
    // Whoever leaves within the pause before saving loses nothing.
    inject(DestroyRef).onDestroy(() => this.leave());
    toObservable(this.opened)
      .pipe(
        switchMap((song) => (song ? this.changesOf(song.id) : EMPTY)),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.queue.next(defer(() => this.takeNews())));
  }

  open(id: string): void {
    this.leave();
    this.api.find(id).subscribe({
      next: (song) => {
        this.known.set(song);
        this.word.set(song.overruled);
        this.sheet.set(sheetOfSong(song.document, 0));
        this.opened.set(song);
      },
      error: (error: unknown) => this.failed.set(toProblem(error)),
    });
  }

  /** Leaves the song that was open: what is not saved yet is, and nothing of it is undone in another. */
  private leave(): void {
    this.markIfUnread();
    if (this.saving() === 'changed') this.save().subscribe();
    this.opened.set(null);
    this.known.set(null);
    this.others = [];
    this.heard.set(null);
    this.past.set([]);
    this.undone.set([]);
    this.saving.set('saved');
  }

  /** Takes the text as typed; a burst of typing is undone as one. */
  type(text: string): void {
    if (text === this.text()) return;
    const now = Date.now();
    const isNewEdit = now - this.typedAt > ONE_EDIT_MS;
    this.typedAt = now;
    this.show({ ...this.sheet(), text, isUnread: true, news: this.others.length }, isNewEdit);
  }

  /** The song as it is typed to this moment, where it cannot be waited for. */
  private readNow(): SongDocument {
    if (this.sheet().isUnread) this.sheet.update(readSheet);
    return this.document();
  }

  /** Carries out an edit made outside the text, and writes the text anew. */
  run(command: SongCommand): void {
    this.runAll([command]);
  }

  /** Carries out several edits as one, to be undone as one. */
  runAll(commands: readonly SongCommand[]): void {
    const before = this.readNow();
    const song = commands.reduce(withCommand, before);
    if (song === before) return;
    this.typedAt = 0;
    this.show(sheetOfSong(song, this.others.length), true);
  }

  overrule(overrule: Overrule): void {
    this.keepWord((id) => this.api.overrule(id, overrule));
  }

  withdraw(key: string): void {
    this.keepWord((id) => this.api.withdrawOverrule(id, key));
  }

  private keepWord(send: (id: string) => Observable<readonly Overruled[]>): void {
    const id = this.opened()?.id;
    if (!id) return;
    send(id).subscribe({
      next: (word) => this.word.set(word),
      error: (error: unknown) => this.failed.set(toProblem(error)),
    });
  }

  undo(): void {
    this.travel(this.past, this.undone);
  }

  redo(): void {
    this.travel(this.undone, this.past);
  }

  private travel(from: typeof this.past, to: typeof this.past): void {
    const sheet = from().at(-1);
    if (!sheet) return;
    from.update((all) => all.slice(0, -1));
    to.update((all) => [...all, this.sheet()]);
    this.typedAt = 0;
    this.sheet.set(withNews(readSheet(sheet), this.others, this.document()));
  }

  private show(sheet: Sheet, isNewEdit: boolean): void {
    if (isNewEdit) this.past.update((all) => [...all, this.sheet()]);
    this.undone.set([]);
    this.sheet.set(sheet);
  }

  private markIfUnread(): void {
    if (this.sheet().isUnread) this.saving.set('changed');
  }

  private save(): Observable<unknown> {
    const base = this.known();
    if (!base || this.saving() === 'saved') return EMPTY;
    const document = this.readNow();
    this.saving.set('saving');
    return this.api.save(base.id, { baseRevision: base.revision, document }).pipe(
      filter(() => this.known()?.id === base.id),
      map(({ revision }) => {
        this.known.set({ ...base, revision, document });
        this.failed.set(null);
        this.saving.set(document === this.document() ? 'saved' : 'changed');
      }),
      catchError((error: unknown) => {
        const problem = toProblem(error);
        this.saving.set('changed');
        // Somebody else was quicker: their change is brought in, and both are saved.
        if (problem.code === 'conflict') return this.takeNews();
        this.failed.set(problem);
        this.saving.set('failed');
        return EMPTY;
      }),
    );
  }

  /** Tries to save again after a failure. */
  saveAgain(): void {
    this.queue.next(defer(() => this.save()));
  }

  /** Tells each time the song was saved elsewhere; asks again for as long as the bench is open. */
  private changesOf(id: string): Observable<unknown> {
    return defer(() => this.api.changeAfter(id, this.known()?.revision ?? 0)).pipe(
      retry({ delay: () => timer(ASK_AGAIN_MS) }),
      repeat({ delay: () => timer(0) }),
      filter((change) => change !== null && change.revision > (this.known()?.revision ?? 0)),
    );
  }

  /** Brings in what others have saved since; what is mine and not saved yet stays. */
  private takeNews(): Observable<unknown> {
    const base = this.known();
    if (!base) return EMPTY;
    return this.api.find(base.id).pipe(
      tap((latest) => latest.revision > base.revision && this.bringIn(base, latest)),
      catchError((error: unknown) => {
        this.failed.set(toProblem(error));
        return EMPTY;
      }),
    );
  }

  private bringIn(base: Song, latest: Song): void {
    const change = { base: writeChart(base.document), theirs: writeChart(latest.document) };
    const merged = mergeTexts({ ...change, mine: this.text() });
    this.others = [...this.others, change];
    this.known.set(latest);
    this.word.set(latest.overruled);
    const isUnchanged = merged.text === change.theirs;
    this.saving.set(isUnchanged ? 'saved' : 'changed');
    this.sheet.set(
      isUnchanged
        ? sheetOfSong(latest.document, this.others.length)
        : sheetOfText(merged.text, latest.document, this.others.length),
    );
    this.heard.set({
      by: latest.savedBy,
      words: changesInWords(base.document, latest.document),
      lines: merged.theirs.filter((line) => line.trim() !== ''),
      revision: latest.revision,
    });
  }

  hideNews(): void {
    this.heard.set(null);
  }

  /** Goes back to an older state of the song; that is an edit like any other. */
  restore(song: SongDocument): void {
    this.run({ kind: 'restore', song });
  }
}
