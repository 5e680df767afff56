import { Clipboard } from '@angular/cdk/clipboard';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DOCUMENT,
  inject,
  signal,
} from '@angular/core';
import type { OwnCalendar } from '@harvu/contract';
import { switchMap, tap } from 'rxjs';
import { Session } from '../../../platform/session';
import { Task } from '../../../platform/task';
import { DayLabel } from '../../../ui/day-label';
import { ProblemLine } from '../../../ui/problem-line';
import { AccountApi } from '../account.api';

/** Lets another calendar read one's dates, by a secret address that can be made anew. */
@Component({
  selector: 'harvu-own-calendar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayLabel, ProblemLine],
  template: `
    <p class="max-w-[56ch] text-ink-soft">
      {{
        isTeaching
          ? 'Your lessons, days off and the evening, in the calendar of your phone or computer.'
          : 'Your lessons, days off and the evening you play on, in the calendar of your phone or computer.'
      }}
      It looks for news by itself.
    </p>
    @if (address()) {
      <p class="mt-2">
        <label class="block text-xs text-ink-soft" for="calendar-address"
          >Give your calendar this address. It is shown this once.</label
        >
        <span class="mt-0.5 flex flex-wrap gap-2">
          <input
            id="calendar-address"
            class="field min-w-0 flex-1 font-mono text-sm"
            readonly
            [value]="address()"
          />
          <button type="button" class="button" (click)="copy()">
            {{ isCopied() ? 'Copied' : 'Copy' }}
          </button>
        </span>
      </p>
      <p class="mt-1 text-xs text-ink-soft">
        Whoever has the address can read these dates. Keep it to yourself.
      </p>
    } @else if (own()?.madeAt; as made) {
      <p class="mt-2">
        An address was made {{ made | day: 'time'
        }}{{ own()?.hasPractice ? ', with practice' : '' }}. It is not shown again.
      </p>
    }
    <div class="mt-3 flex flex-wrap items-center gap-3">
      @if (!isTeaching) {
        <label class="flex items-center gap-2"
          ><input
            type="checkbox"
            [checked]="hasPractice()"
            (change)="hasPractice.set($any($event.target).checked)"
          />
          with the days you practise</label
        >
      }
      <button type="button" class="button" [disabled]="task.count() > 0" (click)="make()">
        {{ own()?.madeAt ? 'Make a new address' : 'Make an address' }}
      </button>
      @if (own()?.madeAt) {
        <button type="button" class="button" [disabled]="task.count() > 0" (click)="end()">
          End it
        </button>
      }
    </div>
    @if (own()?.madeAt && !address()) {
      <p class="mt-1 text-xs text-ink-soft">With a new address the one before is good no more.</p>
    }
    <harvu-problem [problem]="task.problem()" />
  `,
})
export class OwnCalendarPart {
  private readonly api = inject(AccountApi);
  private readonly clipboard = inject(Clipboard);
  private readonly origin = inject(DOCUMENT).location.origin;
  protected readonly isTeaching = inject(Session).isTeaching();
  protected readonly task = new Task();
  protected readonly own = signal<OwnCalendar | null>(null);
  protected readonly hasPractice = signal(false);
  protected readonly isCopied = signal(false);
  private readonly path = signal('');
  protected readonly address = computed(() => this.path() && `${this.origin}${this.path()}`);

  constructor() {
    this.load();
  }

  protected make(): void {
    const made = this.api.makeCalendar(this.hasPractice()).pipe(
      tap(({ path }) => {
        this.isCopied.set(false);
        this.path.set(path);
      }),
      switchMap(() => this.api.calendar()),
      tap((own) => this.own.set(own)),
    );
    this.task.run(made);
  }

  protected end(): void {
    this.task.run(
      this.api.endCalendar().pipe(
        tap(() => {
          this.path.set('');
          this.own.set({ madeAt: null, hasPractice: false });
        }),
      ),
    );
  }

  protected copy(): void {
    this.isCopied.set(this.clipboard.copy(this.address()));
  }

  private load(): void {
    this.task.run(
      this.api.calendar().pipe(
        tap((own) => {
          this.own.set(own);
          this.hasPractice.set(own.hasPractice);
        }),
      ),
    );
  }
}
