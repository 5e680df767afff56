import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { Problem } from '@harvu/contract';
import { USUAL_TEACHING, type Teaching } from '@harvu/core/plan';
import { catchError, concatMap, EMPTY, Subject, tap, type Observable } from 'rxjs';
import { toProblem } from '../../platform/problems';
import { PlansApi } from '../plans';
import { SongsApi } from '../songs';

/** Where a way of teaching is kept: with the song, with a plan, or nowhere before the song is given. */
export type Place =
  | { readonly kind: 'song'; readonly id: string }
  | { readonly kind: 'plan'; readonly id: string }
  | { readonly kind: 'draft' };

/** A way of teaching as it was last kept. */
export interface KeptTeaching {
  readonly version: number;
  readonly teaching: Teaching;
}

/** Keeps how the song is taught, one change after the other, and takes changes back. */
@Injectable()
export class TeachingKeeper {
  private readonly songs = inject(SongsApi);
  private readonly plans = inject(PlansApi);
  private readonly way = signal<Teaching>(USUAL_TEACHING);
  private readonly before = signal<readonly Teaching[]>([]);
  private readonly saving = signal(false);
  private readonly failed = signal<Problem | null>(null);
  private readonly saves = new Subject<Teaching>();
  private readonly where = signal<Place>({ kind: 'draft' });
  /** As often as it was kept; whoever keeps it anew must have seen the last. */
  version = 0;

  readonly teaching = this.way.asReadonly();
  readonly place = this.where.asReadonly();
  readonly isSaving = this.saving.asReadonly();
  readonly problem = this.failed.asReadonly();
  readonly canUndo = computed(() => this.before().length > 0);

  constructor() {
    this.saves
      .pipe(
        concatMap((teaching) => this.save(teaching)),
        takeUntilDestroyed(inject(DestroyRef)),
      )
      .subscribe();
  }

  /** Begins with what is kept somewhere; what came before cannot be undone from here. */
  begin({ version, teaching }: KeptTeaching, place: Place): void {
    this.version = version;
    this.way.set(teaching);
    this.where.set(place);
    this.before.set([]);
    this.failed.set(null);
  }

  change(toNext: (teaching: Teaching) => Teaching): void {
    const now = this.way();
    this.before.update((all) => [...all, now]);
    this.put(toNext(now));
  }

  undo(): void {
    const last = this.before().at(-1);
    if (!last) return;
    this.before.update((all) => all.slice(0, -1));
    this.put(last);
  }

  private put(teaching: Teaching): void {
    this.way.set(teaching);
    if (this.where().kind !== 'draft') this.saves.next(teaching);
  }

  private save(teaching: Teaching): Observable<unknown> {
    this.saving.set(true);
    this.failed.set(null);
    return this.send(teaching).pipe(
      tap(({ version }) => {
        this.version = version;
        this.saving.set(false);
      }),
      catchError((error: unknown) => {
        this.saving.set(false);
        this.failed.set(toProblem(error));
        return EMPTY;
      }),
    );
  }

  private send(teaching: Teaching): Observable<{ readonly version: number }> {
    const [place, baseVersion] = [this.where(), this.version];
    if (place.kind === 'draft') return EMPTY;
    return place.kind === 'plan'
      ? this.plans.change(place.id, { baseVersion, teaching, takeFigures: false })
      : this.songs.saveTeaching(place.id, { baseVersion, teaching });
  }
}
