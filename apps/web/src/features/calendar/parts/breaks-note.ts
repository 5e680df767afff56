import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { parseDay } from '@harvu/core/day';
import { typedIn } from '../../../platform/forms';
import { DayLabel } from '../../../ui/day-label';
import { CalendarState } from '../calendar.state';

/** The days without lessons; the owner says which. */
@Component({
  selector: 'harvu-breaks-note',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayLabel],
  host: { class: 'block' },
  template: `
    <section class="rounded-sm border border-line bg-sheet px-3 py-2.5" aria-labelledby="breaks">
      <h2 id="breaks" class="text-base">Days off</h2>
      <ul>
        @for (one of state.breaks(); track one.from + one.name; let at = $index) {
          <li class="flex items-baseline gap-2">
            <span class="min-w-0 flex-1"
              ><b>{{ one.name }}</b> {{ one.from | day }} to {{ one.to | day }}</span
            >
            @if (state.isOwner()) {
              <button
                type="button"
                class="link text-sm"
                [attr.aria-label]="'Take ' + one.name + ' out'"
                (click)="remove(at)"
              >
                Take out
              </button>
            }
          </li>
        } @empty {
          <li class="text-ink-soft">None is set.</li>
        }
      </ul>
      @if (state.isOwner()) {
        <form class="mt-2 grid gap-2" (submit)="add($event)">
          <label class="text-sm"
            ><span class="block">What for</span>
            <input name="name" class="field w-full" maxlength="60" required
          /></label>
          <span class="flex flex-wrap gap-2">
            <label class="text-sm"
              ><span class="block">From</span>
              <input name="from" type="date" class="field" required
            /></label>
            <label class="text-sm"
              ><span class="block">To</span> <input name="to" type="date" class="field" required
            /></label>
          </span>
          <button class="button justify-self-start">Add days off</button>
        </form>
      }
    </section>
  `,
})
export class BreaksNote {
  protected readonly state = inject(CalendarState);

  protected remove(at: number): void {
    this.state.setBreaks(this.state.breaks().filter((_, index) => index !== at));
  }

  protected add(event: Event): void {
    event.preventDefault();
    if (!(event.target instanceof HTMLFormElement)) return;
    const form = event.target;
    const [from, to] = [parseDay(typedIn(form, 'from')), parseDay(typedIn(form, 'to'))];
    const name = typedIn(form, 'name');
    if (!from || !to || name === '') return;
    const [first, last] = from <= to ? [from, to] : [to, from];
    form.reset();
    this.state.setBreaks(
      [...this.state.breaks(), { from: first, to: last, name }].toSorted((a, b) =>
        a.from.localeCompare(b.from),
      ),
    );
  }
}
