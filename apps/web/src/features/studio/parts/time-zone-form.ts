import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** The owner says in which time zone the studio's days are counted. */
@Component({
  selector: 'harvu-time-zone-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form
      class="mt-4 grid gap-2 rounded-sm border border-line bg-sheet p-4"
      (submit)="$event.preventDefault(); chosen.emit(zone.value.trim())"
    >
      <h2 class="text-base">The studio’s days</h2>
      <label class="grid gap-1 text-sm"
        >Time zone
        <input
          #zone
          class="field"
          list="time-zones"
          maxlength="64"
          required
          autocomplete="off"
          [value]="timeZone()"
        />
      </label>
      <datalist id="time-zones">
        @for (one of zones; track one) {
          <option [value]="one"></option>
        }
      </datalist>
      <p class="text-xs text-ink-soft">
        A day of practice begins and ends at midnight there, wherever somebody plays.
      </p>
      <button type="submit" class="button justify-self-start">Keep the time zone</button>
    </form>
  `,
})
export class TimeZoneForm {
  readonly timeZone = input.required<string>();
  readonly chosen = output<string>();
  protected readonly zones = Intl.supportedValuesOf('timeZone');
}
