import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { RevisionDocument } from '@harvu/contract';
import { changesInWords } from '@harvu/core/edits';
import type { SongDocument } from '@harvu/core/song';
import { catchError, of, switchMap, type Observable } from 'rxjs';
import { DayLabel } from '../../../ui/day-label';
import { SongsApi } from '../../songs';

/** The song as it was: older states, what is different since, and going back to one. */
@Component({
  selector: 'harvu-versions',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayLabel],
  host: {
    class:
      'grid gap-4 rounded-md border border-line bg-sheet p-3 sm:grid-cols-[260px_minmax(0,1fr)]',
    role: 'region',
    'aria-label': 'As it was',
  },
  template: `
    <ol class="max-h-64 overflow-y-auto" aria-label="Older states, newest first">
      @for (one of revisions(); track one.number) {
        <li>
          <button
            type="button"
            class="w-full rounded-sm px-2 py-1 text-left hover:bg-paper"
            [class]="one.number === chosen()?.number ? 'bg-brass-wash' : ''"
            [attr.aria-pressed]="one.number === chosen()?.number"
            (click)="look(one.number)"
          >
            <b>{{ one.at | day: 'time' }}</b>
            <span class="block text-xs text-ink-soft"
              >revision {{ one.number }}, {{ one.by }}
              @if (one.planCount > 0) {
                ·
                {{
                  one.planCount === 1 ? 'a student learns it' : one.planCount + ' students learn it'
                }}
              }
            </span>
          </button>
        </li>
      } @empty {
        <li class="text-ink-soft">Older states will stand here once the song has been saved.</li>
      }
    </ol>
    <div class="min-w-0">
      @if (chosen(); as old) {
        <h3 class="text-sm">What has changed since revision {{ old.number }}</h3>
        <label class="flex items-center gap-1.5 text-xs text-ink-soft">
          up to
          <select #upTo class="field w-auto py-0.5" (change)="compareWith(+upTo.value)">
            <option value="0" [selected]="!until()">now</option>
            @for (one of later(); track one.number) {
              <option [value]="one.number" [selected]="one.number === until()">
                revision {{ one.number }}, {{ one.at | day: 'time' }}
              </option>
            }
          </select>
        </label>
        <ul class="mt-1 max-h-48 list-disc overflow-y-auto pl-5 text-sm">
          @for (line of words(); track $index) {
            <li>{{ line }}</li>
          } @empty {
            <li class="list-none -ml-5 text-ink-soft">Nothing: it is the same song.</li>
          }
        </ul>
        @if (isOlder()) {
          <button type="button" class="button mt-2" (click)="restored.emit(old.document)">
            Go back to revision {{ old.number }}
          </button>
          <p class="mt-1 text-xs text-ink-soft">
            It becomes the newest state; nothing in between is lost, and Undo takes it back.
          </p>
        }
      } @else {
        <p class="text-ink-soft">
          Choose a state to see what has changed since. Plans that were given keep the state they
          were given with.
        </p>
      }
    </div>
  `,
})
export class Versions {
  readonly songId = input.required<string>();
  /** The song as it stands now. */
  readonly song = input.required<SongDocument>();
  /** The revision that was saved last; the list is read anew with it. */
  readonly newest = input(0);
  readonly restored = output<SongDocument>();
  private readonly api = inject(SongsApi);

  private readonly looked = signal<number | null>(null);
  protected readonly chosen = toSignal(
    toObservable(this.looked).pipe(switchMap((number) => this.revision(number))),
    { initialValue: null },
  );
  private readonly wanted = computed(() => ({ id: this.songId(), newest: this.newest() }));
  protected readonly revisions = toSignal(
    toObservable(this.wanted).pipe(
      switchMap(({ id }) => this.api.revisions(id).pipe(catchError(() => of([])))),
    ),
    { initialValue: [] },
  );
  protected readonly until = signal<number | null>(null);
  /** The state the chosen one is held against; the song as it is now where none is named. */
  private readonly other = toSignal(
    toObservable(this.until).pipe(switchMap((number) => this.revision(number))),
    { initialValue: null },
  );
  /** States after the one that is chosen. */
  protected readonly later = computed(() => {
    const number = this.chosen()?.number ?? Infinity;
    return this.revisions().filter((one) => one.number > number);
  });
  protected readonly words = computed(() => {
    const old = this.chosen();
    return old ? changesInWords(old.document, this.other()?.document ?? this.song()) : [];
  });

  /** Whether going back to the chosen state would change the song. */
  protected readonly isOlder = computed(() => {
    const old = this.chosen();
    return old !== null && changesInWords(old.document, this.song()).length > 0;
  });

  private revision(number: number | null): Observable<RevisionDocument | null> {
    if (number === null) return of(null);
    return this.api.revision(this.songId(), number).pipe(catchError(() => of(null)));
  }

  protected look(number: number): void {
    this.until.set(null);
    this.looked.set(number);
  }

  protected compareWith(number: number): void {
    this.until.set(number === 0 ? null : number);
  }
}
