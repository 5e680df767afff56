import { computed, signal, type WritableSignal } from '@angular/core';
import type { Problem, Song } from '@harvu/contract';
import { writeChart } from '@harvu/core/chart';
import { changesInWords } from '@harvu/core/edits';
import {
  auditTime,
  catchError,
  concatMap,
  debounceTime,
  defer,
  EMPTY,
  filter,
  finalize,
  map,
  merge,
  repeat,
  retry,
  Subject,
  takeUntil,
  tap,
  timer,
  type Observable,
} from 'rxjs';
import { toProblem } from '../../platform/problems';
import type { Drafts } from '../../store';
import type { SongsApi } from '../songs';
import { fitForSaving, notKept } from './fit-for-saving';
import type { History } from './history';

const SAVE_AFTER_MS = 900;
/** However long somebody goes on typing, no more than this is not saved. */
const SAVE_AT_LEAST_EVERY_MS = 2000;
const ASK_AGAIN_MS = 5000;
/** As often as somebody else may be quicker before it is told. */
const MOST_CONFLICTS = 5;

export type SaveState = 'saved' | 'changed' | 'saving' | 'failed';

/** What somebody else did to the song that is open here. */
export interface News {
  readonly by: string;
  readonly words: readonly string[];
  /** Lines of theirs that stand where mine do; they are kept in their revision. */
  readonly lines: readonly string[];
  readonly revision: number;
}

interface SyncDeps {
  readonly api: SongsApi;
  readonly drafts: Drafts;
  readonly history: History;
}

/**
 * Keeps one open song and its saved state in step, one thing after the other: saves what is written,
 * brings in what others saved, and keeps on the device what could not be sent.
 */
export class SongSync {
  private readonly known: WritableSignal<Song>;
  /** The text of the saved song, as it stands here. */
  private readonly savedText: WritableSignal<string>;
  private readonly sending = signal(false);
  /** What is under way to the server; empty where nothing is. */
  private sent = '';
  private readonly failed = signal<Problem | null>(null);
  private readonly heard = signal<News | null>(null);
  private readonly queue = new Subject<Observable<unknown>>();
  private readonly closed = new Subject<void>();

  readonly problem = this.failed.asReadonly();
  readonly news = this.heard.asReadonly();
  /** The song as it was saved or brought in last. */
  readonly saved = computed(() => this.known());
  private readonly isDirty = computed(() => this.deps.history.text() !== this.savedText());
  readonly saveState = computed((): SaveState => {
    if (this.failed()) return 'failed';
    if (this.sending()) return 'saving';
    return this.isDirty() ? 'changed' : 'saved';
  });

  constructor(
    song: Song,
    private readonly deps: SyncDeps,
  ) {
    this.known = signal(song);
    this.savedText = signal(deps.history.text());
    this.queue.pipe(concatMap((work) => work)).subscribe();
    const { edited } = deps.history;
    merge(edited.pipe(debounceTime(SAVE_AFTER_MS)), edited.pipe(auditTime(SAVE_AT_LEAST_EVERY_MS)))
      .pipe(takeUntil(this.closed))
      .subscribe(() => this.saveSoon());
    this.othersChanges()
      .pipe(takeUntil(this.closed))
      .subscribe(() => this.queue.next(defer(() => this.takeNews())));
  }

  /** Saves after whatever is under way; where nothing is unsaved, nothing is kept here to be brought back. */
  saveSoon(): void {
    if (this.isDirty()) this.queue.next(defer(() => this.save(MOST_CONFLICTS)));
    else this.deps.drafts.drop(this.known().id);
  }

  /** The page may be gone the next moment: what is unsaved is kept here, and sent if there is time. */
  keepNow(): void {
    if (!this.isDirty()) return;
    this.keepDraft();
    this.saveSoon();
  }

  /** Leaves the song: what is unsaved is saved, and then nothing more is asked about it. */
  close(): void {
    this.keepNow();
    this.closed.next();
    this.queue.complete();
  }

  hideNews(): void {
    this.heard.set(null);
  }

  /** Where both wrote, theirs in place of mine; an edit like any other, to be undone. */
  takeTheirs(): void {
    const heard = this.heard();
    if (!heard) return;
    this.deps.history.takeTheirs();
    this.heard.set({ ...heard, lines: [] });
  }

  private keepDraft(): void {
    const { id, revision } = this.known();
    this.deps.drafts.keep(id, {
      text: this.deps.history.text(),
      baseText: this.savedText(),
      baseRevision: revision,
      sent: this.sent,
      keptAt: new Date().toISOString(),
    });
  }

  private save(conflictsLeft: number): Observable<unknown> {
    if (!this.isDirty()) return EMPTY;
    const base = this.known();
    const { history, api, drafts } = this.deps;
    const written = history.readNow();
    const text = history.text();
    // What cannot be kept stays here, and holds nothing else up.
    const fit = fitForSaving(written, base.document);
    const { song: document, left } = fit ?? { song: written, left: [] };
    this.sent = writeChart(document);
    this.keepDraft();
    this.sending.set(true);
    return api.save(base.id, { baseRevision: base.revision, document }).pipe(
      finalize(() => (this.sent = '')),
      map(({ revision }) => {
        this.sending.set(false);
        this.failed.set(left.length > 0 ? notKept(left) : null);
        this.known.set({ ...base, revision, document });
        this.savedText.set(text);
        if (!this.isDirty() && left.length === 0) drafts.drop(base.id);
      }),
      catchError((error: unknown) => {
        this.sending.set(false);
        const problem = toProblem(error);
        // Somebody else was quicker: their change is brought in, and both are saved.
        if (problem.code === 'conflict' && conflictsLeft > 0)
          return this.takeNews().pipe(concatMap(() => this.save(conflictsLeft - 1)));
        this.failed.set(problem);
        return EMPTY;
      }),
    );
  }

  /** Tells each time the song was saved elsewhere; asks again for as long as the bench is open. */
  private othersChanges(): Observable<unknown> {
    const { id } = this.known();
    return defer(() => this.deps.api.changeAfter(id, this.known().revision)).pipe(
      retry({ delay: () => timer(ASK_AGAIN_MS) }),
      repeat({ delay: () => timer(0) }),
      filter((change) => change !== null && change.revision > this.known().revision),
    );
  }

  /** Brings in what others have saved since; what is mine and not saved yet stays. */
  private takeNews(): Observable<unknown> {
    const base = this.known();
    return this.deps.api.find(base.id).pipe(
      tap((latest) => latest.revision > base.revision && this.bringIn(base, latest)),
      catchError((error: unknown) => {
        this.failed.set(toProblem(error));
        return EMPTY;
      }),
    );
  }

  private bringIn(base: Song, latest: Song): void {
    const change = { base: writeChart(base.document), theirs: writeChart(latest.document) };
    const lines = this.deps.history.bringIn(change, latest.document);
    this.known.set(latest);
    this.savedText.set(change.theirs);
    this.heard.set({
      by: latest.savedBy,
      words: changesInWords(base.document, latest.document),
      lines,
      revision: latest.revision,
    });
    this.saveSoon();
  }
}
