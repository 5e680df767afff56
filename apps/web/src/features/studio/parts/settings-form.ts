import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { StudioSettings } from '@harvu/contract';

const IDLE = [
  { minutes: 30, words: 'half an hour' },
  { minutes: 480, words: 'a working day' },
  { minutes: 1440, words: 'a day' },
  { minutes: 10_080, words: 'a week' },
  { minutes: 43_200, words: '30 days' },
] as const;
const KEPT = [
  { days: 90, words: 'three months' },
  { days: 365, words: 'a year' },
  { days: 1095, words: 'three years' },
  { days: 3650, words: 'ten years' },
] as const;

const AWAY = [
  { days: 0, words: 'until somebody erases them' },
  { days: 365, words: 'for a year' },
  { days: 1095, words: 'for three years' },
  { days: 3650, words: 'for ten years' },
] as const;

/** The owner says in which time zone days are counted, and how long sessions and the book of acts last. */
@Component({
  selector: 'harvu-settings-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let now = settings();
    <form
      class="mt-4 grid grid-cols-[minmax(0,1fr)] gap-3 rounded-sm border border-line bg-sheet p-4"
      (submit)="
        $event.preventDefault();
        chosen.emit({
          timeZone: zone.value.trim(),
          idleMinutes: +idle.value,
          keepLogDays: +kept.value,
          keepPutAwayDays: +away.value,
          breaks: now.breaks,
        })
      "
    >
      <h2 class="text-base">The studio’s rules</h2>
      <label class="grid grid-cols-[minmax(0,1fr)] gap-1 text-sm"
        >Time zone
        <input
          #zone
          class="field"
          list="time-zones"
          maxlength="64"
          required
          autocomplete="off"
          [value]="now.timeZone"
        />
        <span class="text-xs text-ink-soft"
          >A day of practice begins and ends at midnight there, wherever somebody plays.</span
        >
      </label>
      <datalist id="time-zones">
        @for (one of zones; track one) {
          <option [value]="one"></option>
        }
      </datalist>
      <label class="grid grid-cols-[minmax(0,1fr)] gap-1 text-sm"
        >Signed in without coming
        <select #idle class="field">
          @for (one of idles; track one.minutes) {
            <option [value]="one.minutes" [selected]="one.minutes === now.idleMinutes">
              {{ one.words }}
            </option>
          }
        </select>
        <span class="text-xs text-ink-soft">Whoever stays away longer signs in again.</span>
      </label>
      <label class="grid grid-cols-[minmax(0,1fr)] gap-1 text-sm"
        >Who did what is kept for
        <select #kept class="field">
          @for (one of keeps; track one.days) {
            <option [value]="one.days" [selected]="one.days === now.keepLogDays">
              {{ one.words }}
            </option>
          }
        </select>
      </label>
      <label class="grid grid-cols-[minmax(0,1fr)] gap-1 text-sm"
        >Students who were put away are kept
        <select #away class="field">
          @for (one of aways; track one.days) {
            <option [value]="one.days" [selected]="one.days === now.keepPutAwayDays">
              {{ one.words }}
            </option>
          }
        </select>
        <span class="text-xs text-ink-soft">Then they are erased, with all they played.</span>
      </label>
      <button type="submit" class="button justify-self-start">Keep these</button>
    </form>
  `,
})
export class SettingsForm {
  readonly settings = input.required<StudioSettings>();
  readonly chosen = output<StudioSettings>();
  protected readonly zones = Intl.supportedValuesOf('timeZone');
  protected readonly idles = IDLE;
  protected readonly keeps = KEPT;
  protected readonly aways = AWAY;
}
