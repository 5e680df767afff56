import { computed, DestroyRef, DOCUMENT, inject, Injectable, signal } from '@angular/core';
import type { Problem } from '@harvu/contract';
import { USUAL_TEACHING, type Teaching } from '@harvu/core/plan';
import { catchError, concatMap, EMPTY, Subject, tap, type Observable } from 'rxjs';
import { toProblem } from '../../platform/problems';
import { PlansApi } from '../../store';
import { SongsApi } from '../songs';

/** Where a way of teaching is kept: with the song, with a plan, or nowhere before the song is given. */
export type Place =
  | { readonly kind: 'song'; readonly id: string }
  | { readonly kind: 'plan'; readonly id: string; readonly of: string }
  | { readonly kind: 'draft' };

type KeptPlace = Exclude<Place, { readonly kind: 'draft' }>;

/** A way of teaching as it was last kept. */
export interface KeptTeaching {
  readonly version: number;
  readonly teaching: Teaching;
}

/** A change that waits to be kept; it goes where it was made, whatever is shown by then. */
interface Save {
  readonly place: KeptPlace;
  readonly teaching: Teaching;
}

/** So many changes can be taken back after a reload. */
const MOST_KEPT = 30;

/** What can be taken back of a way, as the tab keeps it. */
interface KeptUndo {
  readonly now: Teaching;
  readonly before: readonly Teaching[];
}

/** Keeps how the song is taught, one change after the other, and takes changes back. */
@Injectable()
export class TeachingKeeper {
  private readonly songs = inject(SongsApi);
  private readonly plans = inject(PlansApi);
  private readonly tab = inject(DOCUMENT).defaultView?.sessionStorage;
  private readonly way = signal<Teaching>(USUAL_TEACHING);
  private readonly before = signal<readonly Teaching[]>([]);
  private readonly waiting = signal(0);
  private readonly failed = signal<Problem | null>(null);
  private readonly saves = new Subject<Save>();
  private readonly where = signal<Place>({ kind: 'draft' });
  /** As often as each was kept; whoever keeps it anew must have seen the last. */
  private readonly versions = new Map<string, number>();

  readonly teaching = this.way.asReadonly();
  readonly place = this.where.asReadonly();
  readonly isSaving = computed(() => this.waiting() > 0);
  readonly problem = this.failed.asReadonly();
  readonly canUndo = computed(() => this.before().length > 0);

  constructor() {
    this.saves.pipe(concatMap((save) => this.save(save))).subscribe();
    // What waits is still sent when the page is left.
    inject(DestroyRef).onDestroy(() => this.saves.complete());
  }

  /** Begins with what is kept somewhere; what came before cannot be undone from here. */
  begin({ version, teaching }: KeptTeaching, place: Place): void {
    if (place.kind !== 'draft') this.versions.set(place.id, version);
    this.way.set(teaching);
    this.where.set(place);
    this.before.set(this.keptUndo(place, teaching));
    this.failed.set(null);
  }

  /** The state that undo goes back to; undefined where there is none. */
  last(): Teaching | undefined {
    return this.before().at(-1);
  }

  /** The version that the next change of what is shown is made upon. */
  version(): number {
    const place = this.where();
    return place.kind === 'draft' ? 0 : (this.versions.get(place.id) ?? 0);
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
    const place = this.where();
    if (place.kind === 'draft') return;
    const before = this.before().slice(-MOST_KEPT);
    this.tab?.setItem(undoKey(place), JSON.stringify({ now: teaching, before }));
    this.waiting.update((count) => count + 1);
    this.saves.next({ place, teaching });
  }

  /** What this tab could take back, if the way is still the one it left. */
  private keptUndo(place: Place, teaching: Teaching): readonly Teaching[] {
    if (place.kind === 'draft') return [];
    try {
      const kept = JSON.parse(this.tab?.getItem(undoKey(place)) ?? 'null') as KeptUndo | null;
      // What the tab keeps is what was written here; anything else is no way of teaching.
      return kept && isSame(kept.now, teaching) ? [...kept.before] : [];
    } catch {
      return [];
    }
  }

  private save(save: Save): Observable<unknown> {
    const settle = (): void => this.waiting.update((count) => count - 1);
    if (isAt(save.place, this.where())) this.failed.set(null);
    return this.send(save).pipe(
      tap(({ version }) => {
        this.versions.set(save.place.id, version);
        settle();
      }),
      catchError((error: unknown) => {
        settle();
        this.fail(toProblem(error), save.place);
        return EMPTY;
      }),
    );
  }

  /** Whose change could not be kept is said where somebody else is looked at by now. */
  private fail(problem: Problem, place: KeptPlace): void {
    const isShown = isAt(place, this.where());
    const whose = place.kind === 'plan' ? place.of : 'The studio';
    this.failed.set(
      isShown
        ? problem
        : { ...problem, title: `${whose}’s last change is not kept. ${problem.title}` },
    );
  }

  private send({ place, teaching }: Save): Observable<{ readonly version: number }> {
    const baseVersion = this.versions.get(place.id) ?? 0;
    return place.kind === 'plan'
      ? this.plans.change(place.id, { baseVersion, teaching, takeFigures: false })
      : this.songs.saveTeaching(place.id, { baseVersion, teaching });
  }
}

function isSame(a: Teaching | undefined, b: Teaching): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}

function undoKey({ kind, id }: KeptPlace): string {
  return `harvu-undo-${kind}-${id}`;
}

function isAt(place: Place, other: Place): boolean {
  return place.kind !== 'draft' && other.kind === place.kind && other.id === place.id;
}
