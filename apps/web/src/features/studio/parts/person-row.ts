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
  templateUrl: './person-row.html',
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
