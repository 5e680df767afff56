import {
  ChangeDetectionStrategy,
  Component,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import type { Consent, PersonRecord } from '@harvu/contract';
import { SHORTEST_PASSWORD } from '@harvu/contract/people';
import { DayLabel } from '../../../ui/day-label';

/** One person with what the owner can do about their account. */
@Component({
  selector: 'harvu-person-row',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayLabel],
  template: `
    <div class="flex flex-wrap items-center gap-x-4 gap-y-2 py-2.5">
      <div class="min-w-0 flex-1 basis-56">
        <b>{{ person().name }}</b>
        <span class="block text-xs text-ink-soft"
          >{{ person().role }}, signs in as {{ person().signInName }}</span
        >
      </div>
      @if (person().isMinor) {
        <p
          class="min-w-0 flex-1 basis-56 border-l-2 pl-3 text-xs"
          [class]="person().guardianConsentOn ? 'border-spruce' : 'border-rose'"
        >
          {{ person().guardian }}
          <span class="block">
            @if (person().guardianConsentOn; as day) {
              consent given {{ day | day }}
            } @else {
              <b>no consent yet: cannot sign in</b>
            }
          </span>
        </p>
      }
      <span class="flex gap-2">
        @if (person().isMinor) {
          <button
            type="button"
            class="button"
            (click)="open('consent')"
            [attr.aria-expanded]="isOpen('consent')"
          >
            Consent
          </button>
        }
        <button
          type="button"
          class="button"
          (click)="open('password')"
          [attr.aria-expanded]="isOpen('password')"
        >
          New password
        </button>
      </span>
      @if (isOpen('password')) {
        <form
          class="flex w-full gap-2"
          (submit)="$event.preventDefault(); sendPassword(password.value)"
        >
          <input
            #password
            class="field max-w-[280px]"
            required
            [minLength]="shortest"
            maxlength="200"
            autocomplete="off"
            [attr.aria-label]="'New password for ' + person().name"
          />
          <button type="submit" class="button button-strong">Set it</button>
          <span class="self-center text-xs text-ink-soft"
            >Signs {{ person().name }} out everywhere.</span
          >
        </form>
      }
      @if (isOpen('consent')) {
        <form
          class="flex w-full flex-wrap gap-2"
          (submit)="$event.preventDefault(); sendConsent(guardian.value, on.value)"
        >
          <input
            #guardian
            class="field max-w-[300px]"
            required
            maxlength="200"
            [value]="person().guardian"
            aria-label="Guardian, name and contact"
          />
          <input
            #on
            class="field max-w-[170px]"
            type="date"
            [value]="consentOn()"
            (input)="consentOn.set(on.value)"
            aria-label="Consent given on"
          />
          <button type="submit" class="button button-strong">
            {{ consentOn() ? 'Record the consent' : 'Record: no consent' }}
          </button>
        </form>
      }
    </div>
  `,
})
export class PersonRow {
  readonly person = input.required<PersonRecord>();
  readonly newPassword = output<string>();
  readonly consent = output<Consent>();
  protected readonly shortest = SHORTEST_PASSWORD;
  /** The day in the consent form, as the owner has it now. */
  protected readonly consentOn = linkedSignal(() => this.person().guardianConsentOn ?? '');
  private readonly opened = signal<'password' | 'consent' | null>(null);
  protected readonly isOpen = (what: 'password' | 'consent'): boolean => this.opened() === what;

  protected open(what: 'password' | 'consent'): void {
    this.opened.update((now) => (now === what ? null : what));
  }

  protected sendPassword(password: string): void {
    if (password.length < SHORTEST_PASSWORD) return;
    this.newPassword.emit(password);
    this.opened.set(null);
  }

  protected sendConsent(guardian: string, on: string): void {
    if (guardian.trim() === '') return;
    this.consent.emit({ guardian: guardian.trim(), guardianConsentOn: on || null });
    this.opened.set(null);
  }
}
