import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { catchError, debounceTime, of, switchMap } from 'rxjs';
import { Note } from '../../../ui/note';
import { PlansApi } from '../../../store';

/** Typing saves often; who learns what is asked once it pauses. */
const PAUSE_MS = 1500;

/** Says who still learns an older state of the song, and where to choose whom this one reaches. */
@Component({
  selector: 'harvu-reach-note',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Note, RouterLink],
  template: `
    @if (names(); as learners) {
      <harvu-note tone="slate" heading="Not reached by this change:">
        {{ learners }}. They go on with the song as they have it.
        <a class="link" [routerLink]="['/songs', songId(), 'steps']">Choose whom it reaches</a>
      </harvu-note>
    }
  `,
})
export class ReachNote {
  readonly songId = input.required<string>();
  /** The revision that was saved last. */
  readonly revision = input.required<number>();
  private readonly api = inject(PlansApi);
  private readonly plans = toSignal(
    toObservable(this.revision).pipe(
      debounceTime(PAUSE_MS),
      // A note more or less is no reason for an error.
      switchMap(() => this.api.list().pipe(catchError(() => of([])))),
    ),
    { initialValue: [] },
  );
  protected readonly names = computed(() =>
    this.plans()
      .filter((plan) => plan.songId === this.songId() && plan.withdrawnAt === null)
      .filter((plan) => plan.revision < this.revision())
      .map((plan) => plan.studentName)
      .join(', '),
  );
}
