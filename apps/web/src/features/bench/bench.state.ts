import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { Overrule, Overruled, Problem, Song } from '@harvu/contract';
import type { Finding } from '@harvu/core/checks';
import {
  EMPTY_SONG,
  readChart,
  withCommand,
  writeChart,
  type SongCommand,
  type SongDocument,
} from '@harvu/core/song';
import {
  catchError,
  concatMap,
  debounceTime,
  distinctUntilChanged,
  EMPTY,
  filter,
  map,
  switchMap,
  tap,
  type Observable,
} from 'rxjs';
import { Analysis } from '../../platform/analysis';
import { toProblem } from '../../platform/problems';
import { SongsApi } from '../songs';

/** What the bench shows at one moment: the text as typed and the song read from it. */
interface Sheet {
  readonly text: string;
  readonly song: SongDocument;
}

const EMPTY_SHEET: Sheet = { text: '', song: EMPTY_SONG };
const ANALYSE_AFTER_MS = 120;
const SAVE_AFTER_MS = 900;
/** Typing that goes on within this time is one thing to undo. */
const ONE_EDIT_MS = 1200;

export type SaveState = 'saved' | 'changed' | 'saving' | 'failed' | 'overtaken';

/** One song on the bench: edits with undo, what the core makes of them, and saving by itself. */
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
  private revision = 0;
  private typedAt = 0;

  readonly song = this.opened.asReadonly();
  readonly problem = this.failed.asReadonly();
  readonly saveState = this.saving.asReadonly();
  readonly text = computed(() => this.sheet().text);
  readonly document = computed(() => this.sheet().song);
  readonly faults = computed(() => readChart(this.sheet().text).faults);
  readonly canUndo = computed(() => this.past().length > 0);
  readonly canRedo = computed(() => this.undone().length > 0);
  /** The song taken apart in the worker, a moment behind the typing. */
  readonly worked = toSignal(
    toObservable(this.document).pipe(
      debounceTime(ANALYSE_AFTER_MS),
      switchMap((song) => this.analysis.analyse(song)),
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
    toObservable(this.document)
      .pipe(
        filter(() => this.opened() !== null),
        distinctUntilChanged(),
        tap((song) => song !== this.opened()?.document && this.markChanged()),
        debounceTime(SAVE_AFTER_MS),
        concatMap((song) => this.save(song)),
        takeUntilDestroyed(),
      )
      .subscribe();
    // Whoever leaves within the pause before saving loses nothing.
    inject(DestroyRef).onDestroy(
      () => this.saving() === 'changed' && this.save(this.document()).subscribe(),
    );
  }

  open(id: string): void {
    this.api.find(id).subscribe({
      next: (song) => {
        this.revision = song.revision;
        this.word.set(song.overruled);
        this.sheet.set({ text: writeChart(song.document), song: song.document });
        this.opened.set(song);
      },
      error: (error: unknown) => this.failed.set(toProblem(error)),
    });
  }

  /** Takes the text as typed; a burst of typing is undone as one. */
  type(text: string): void {
    if (text === this.text()) return;
    const now = Date.now();
    const isNewEdit = now - this.typedAt > ONE_EDIT_MS;
    this.typedAt = now;
    this.show({ text, song: readChart(text, this.document()).song }, isNewEdit);
  }

  /** Carries out an edit made outside the text, and writes the text anew. */
  run(command: SongCommand): void {
    this.runAll([command]);
  }

  /** Carries out several edits as one, to be undone as one. */
  runAll(commands: readonly SongCommand[]): void {
    const song = commands.reduce(withCommand, this.document());
    if (song === this.document()) return;
    this.typedAt = 0;
    this.show({ text: writeChart(song), song }, true);
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
    this.sheet.set(sheet);
  }

  private show(sheet: Sheet, isNewEdit: boolean): void {
    if (isNewEdit) this.past.update((all) => [...all, this.sheet()]);
    this.undone.set([]);
    this.sheet.set(sheet);
  }

  private markChanged(): void {
    if (this.saving() !== 'overtaken') this.saving.set('changed');
  }

  private save(document: SongDocument): Observable<unknown> {
    const id = this.opened()?.id;
    if (!id || this.saving() === 'saved' || this.saving() === 'overtaken') return EMPTY;
    this.saving.set('saving');
    return this.api.save(id, { baseRevision: this.revision, document }).pipe(
      map(({ revision }) => {
        this.revision = revision;
        this.failed.set(null);
        this.saving.set(document === this.document() ? 'saved' : 'changed');
      }),
      catchError((error: unknown) => {
        const problem = toProblem(error);
        this.failed.set(problem);
        this.saving.set(problem.code === 'conflict' ? 'overtaken' : 'failed');
        return EMPTY;
      }),
    );
  }

  /** Tries to save again after a failure. */
  saveAgain(): void {
    this.save(this.document()).subscribe();
  }
}
