import { computed, DestroyRef, DOCUMENT, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { Song } from '@harvu/contract';
import { readChart, writeChart } from '@harvu/core/chart';
import { mergeTexts, type SongCommand } from '@harvu/core/edits';
import { EMPTY_SONG, type SongDocument } from '@harvu/core/song';
import {
  catchError,
  debounceTime,
  EMPTY,
  filter,
  fromEvent,
  map,
  merge,
  Subject,
  switchMap,
  take,
  tap,
  type Observable,
} from 'rxjs';
import { LOADING, opened, problemOf, type Opened } from '../../platform/opened';
import { Drafts, type Draft } from '../../store';
import { Analysis } from '../../worked-out';
import { SongsApi } from '../songs';
import { BenchFindings } from './bench.findings';
import { withFirstRow } from './first-row';
import { History } from './history';
import { SongSync } from './song-sync';

const ANALYSE_AFTER_MS = 120;

/** One song that is open: what is written, and how it is saved. */
interface Desk {
  readonly history: History;
  readonly sync: SongSync;
}

/** The song on the bench: what is written, what the core makes of it, and how it is kept. */
@Injectable()
export class BenchState {
  private readonly api = inject(SongsApi);
  private readonly analysis = inject(Analysis);
  private readonly drafts = inject(Drafts);
  private readonly ended = inject(DestroyRef);
  private readonly document_ = inject(DOCUMENT);
  readonly findings = inject(BenchFindings);
  private readonly found = signal<Opened<Song>>(LOADING);
  private readonly desk = signal<Desk | null>(null);
  private readonly unsaved = signal<Draft | null>(null);
  private readonly back = signal<Draft | null>(null);
  private readonly unanswered = signal<ReadonlySet<string>>(new Set());

  private readonly history = computed(() => this.desk()?.history);
  private readonly sync = computed(() => this.desk()?.sync);
  readonly song = computed(() => this.sync()?.saved() ?? null);
  readonly problem = computed(
    () => this.sync()?.problem() ?? this.findings.problem() ?? problemOf(this.found()),
  );
  readonly saveState = computed(() => this.sync()?.saveState() ?? 'saved');
  readonly news = computed(() => this.sync()?.news() ?? null);
  /** What was written here once and never came to be saved. */
  readonly draft = this.unsaved.asReadonly();
  /** What was brought back as the song was opened: nobody had saved it, nor anything else since. */
  readonly broughtBack = this.back.asReadonly();
  /** The song could not be worked out; what is written is safe. */
  readonly isUnanswered = computed(() => this.unanswered().size > 0);
  /** The revision that was saved or brought in last. */
  readonly revision = computed(() => this.song()?.revision ?? 0);
  readonly text = computed(() => this.history()?.text() ?? '');
  readonly document = computed(() => this.history()?.document() ?? EMPTY_SONG);
  readonly faults = computed(() => this.history()?.faults() ?? []);
  readonly canUndo = computed(() => this.history()?.canUndo() ?? false);
  readonly canRedo = computed(() => this.history()?.canRedo() ?? false);

  private readonly again = new Subject<void>();
  private readonly settled = merge(
    toObservable(this.document).pipe(debounceTime(ANALYSE_AFTER_MS)),
    this.again.pipe(map(() => this.document())),
  );
  /** The song taken apart in the worker, a moment behind the typing. */
  readonly worked = toSignal(
    this.settled.pipe(switchMap((song) => this.answered('apart', this.analysis.takeApart(song)))),
  );

  constructor() {
    this.settled
      .pipe(
        switchMap((song) => this.answered('findings', this.analysis.findings(song))),
        takeUntilDestroyed(),
      )
      .subscribe((findings) => this.findings.notice(findings));
    this.readWhatIsTyped();
    this.keepWhenHidden();
    toObservable(computed(() => this.song()?.overruled))
      .pipe(takeUntilDestroyed())
      .subscribe((overruled) => this.findings.begin(this.song()?.id ?? '', overruled ?? []));
    this.ended.onDestroy(() => this.sync()?.close());
  }

  /** Opens songs one after the other; each that is left is saved first. */
  open(id$: Observable<string>): void {
    opened(id$, (id) => this.api.find(id))
      .pipe(takeUntilDestroyed(this.ended))
      .subscribe((found) => {
        this.sync()?.close();
        this.found.set(found);
        this.desk.set(found.kind === 'ready' ? this.deskFor(found.value) : null);
      });
  }

  private deskFor(song: Song): Desk {
    const history = new History(withFirstRow(song.document));
    const draft = this.drafts.find(song.id);
    const sync = new SongSync(song, { api: this.api, drafts: this.drafts, history });
    const isNew = draft !== null && isOther(draft, history.document());
    // Nothing was saved since: it is written on where it was left, and saved.
    const goesOn = isNew && isUponNewest(draft, song);
    this.back.set(goesOn ? draft : null);
    this.unsaved.set(isNew && !goesOn ? draft : null);
    if (goesOn) {
      history.type(draft.text);
      history.edited.pipe(take(1)).subscribe(() => this.back.set(null));
    } else if (isNew) this.drafts.setAside(song.id, draft);
    return { history, sync };
  }

  /** The song as it is typed to this moment, for what an edit is decided by; what is shown may be a moment behind. */
  written(): SongDocument {
    return this.history()?.readNow() ?? EMPTY_SONG;
  }

  type(text: string): void {
    this.history()?.type(text);
  }

  /** Carries out an edit made outside the text. */
  run(command: SongCommand): void {
    this.runAll([command]);
  }

  /** Carries out several edits as one, to be undone as one. */
  runAll(commands: readonly SongCommand[]): void {
    this.history()?.runAll(commands);
  }

  undo(): void {
    this.history()?.undo();
  }

  redo(): void {
    this.history()?.redo();
  }

  /** Tries to save again after a failure. */
  saveAgain(): void {
    this.sync()?.saveSoon();
  }

  hideNews(): void {
    this.sync()?.hideNews();
  }

  takeTheirs(): void {
    this.sync()?.takeTheirs();
  }

  /** Goes back to an older state of the song; that is an edit like any other. */
  restore(song: SongDocument): void {
    this.run({ kind: 'restore', song });
  }

  /** Brings in what was written here and never saved, together with what the song has become since. */
  takeDraft(): void {
    const draft = this.unsaved();
    if (!draft) return;
    const { baseText: base, text: mine } = draft;
    this.type(mergeTexts({ base, mine, theirs: this.text() }).text);
    this.dropDraft();
  }

  /** Lets what was written here and never saved go. */
  dropDraft(): void {
    const song = this.song();
    if (song) this.drafts.dropAside(song.id);
    this.unsaved.set(null);
  }

  /** Asks the worker anew what it could not answer. */
  workOutAgain(): void {
    this.history()?.readNow();
    this.again.next();
  }

  /** A question that fails ends nothing: the next one is asked all the same. */
  private answered<T>(what: string, asked: Observable<T>): Observable<T> {
    return asked.pipe(
      tap(() => this.note(what, true)),
      catchError(() => {
        this.note(what, false);
        return EMPTY;
      }),
    );
  }

  private note(what: string, isAnswered: boolean): void {
    this.unanswered.update((now) => {
      const next = new Set(now);
      if (isAnswered) next.delete(what);
      else next.add(what);
      return next;
    });
  }

  /** Typing waits for nothing: the song is read from the text in the worker. */
  private readWhatIsTyped(): void {
    toObservable(computed(() => this.history()?.shown()))
      .pipe(
        filter((sheet) => sheet?.isUnread === true),
        switchMap((sheet) =>
          sheet
            ? this.answered('read', this.analysis.read(sheet.text, sheet.song)).pipe(
                map((read) => ({ ...sheet, ...read })),
              )
            : EMPTY,
        ),
        takeUntilDestroyed(),
      )
      .subscribe((sheet) => this.history()?.takeRead(sheet));
  }

  /** A field whose words are taken over when it is left is left as well. */
  private finishTyping(): void {
    const field = this.document_.activeElement;
    if (field instanceof HTMLElement) field.blur();
  }

  /** A page that is hidden may never be seen again; and once there is a connection, what waits goes. */
  private keepWhenHidden(): void {
    const window = this.document_.defaultView;
    if (!window) return;
    merge(
      fromEvent(this.document_, 'visibilitychange').pipe(
        filter(() => this.document_.visibilityState === 'hidden'),
      ),
      fromEvent(window, 'pagehide').pipe(tap(() => this.finishTyping())),
      fromEvent(window, 'online'),
    )
      .pipe(takeUntilDestroyed())
      .subscribe(() => this.sync()?.keepNow());
  }
}

/** However it is laid out, what says the same song is nothing that could be lost. */
function isOther({ text }: Draft, saved: SongDocument): boolean {
  return writeChart(readChart(text, saved).song) !== writeChart(saved);
}

/** Nobody else saved since: the newest revision is the draft's base, or what was under way when the page went. */
function isUponNewest({ baseRevision, sent }: Draft, { revision, document }: Song): boolean {
  return (
    baseRevision === revision || (baseRevision + 1 === revision && sent === writeChart(document))
  );
}
