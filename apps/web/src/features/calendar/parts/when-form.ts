import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { LessonWeeks } from '@harvu/contract';
import { typedIn } from '../../../platform/forms';
import type { Moved } from '../calendar.state';

const LEAST_MINUTES = 5;
const MOST_MINUTES = 240;

/** Day, time, length and teacher of one lesson; for a new one whose it is, too. */
@Component({
  selector: 'harvu-when-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <form class="flex flex-wrap items-end gap-x-3 gap-y-2" (submit)="send($event)">
      @if (students().length > 0) {
        <label class="text-sm"
          ><span class="block">Who</span>
          <select name="student" class="field" required>
            @for (one of students(); track one.id) {
              <option [value]="one.id">{{ one.name }}</option>
            }
          </select></label
        >
      }
      <label class="text-sm"
        ><span class="block">Day</span>
        <input name="day" type="date" class="field" required [value]="when().day"
      /></label>
      <label class="text-sm"
        ><span class="block">Time</span>
        <input name="time" type="time" class="field" required [value]="when().time"
      /></label>
      <label class="text-sm"
        ><span class="block">Minutes</span>
        <input
          name="minutes"
          type="number"
          class="field w-20"
          required
          [min]="least"
          [max]="most"
          [value]="when().minutes"
      /></label>
      @if (teachers().length > 1) {
        <label class="text-sm"
          ><span class="block">Teacher</span>
          <select name="teacher" class="field">
            @for (one of teachers(); track one.id) {
              <option [value]="one.id" [selected]="one.id === when().teacherId">
                {{ one.name }}
              </option>
            }
          </select></label
        >
      }
      <button class="button button-first">{{ says() }}</button>
      <button type="button" class="button" (click)="closed.emit()">Cancel</button>
    </form>
  `,
})
export class WhenForm {
  readonly when = input.required<Moved>();
  readonly students = input<LessonWeeks['students']>([]);
  readonly teachers = input<LessonWeeks['teachers']>([]);
  readonly says = input('Move it');
  readonly chosen = output<Moved & { readonly studentId: string }>();
  readonly closed = output();
  protected readonly least = LEAST_MINUTES;
  protected readonly most = MOST_MINUTES;

  protected send(event: Event): void {
    event.preventDefault();
    if (!(event.target instanceof HTMLFormElement)) return;
    const form = event.target;
    const told = (name: string): string => typedIn(form, name);
    const teacherId = told('teacher') || this.when().teacherId;
    this.chosen.emit({
      day: told('day'),
      time: told('time').slice(0, 5),
      minutes: Number(told('minutes')),
      teacherId,
      studentId: told('student'),
    });
  }
}
