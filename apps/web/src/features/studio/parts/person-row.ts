import {
  ChangeDetectionStrategy,
  Component,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import type { Consent, ConsentRecord, PersonRecord, Role } from '@harvu/contract';
import { ROLES, SHORTEST_PASSWORD } from '@harvu/contract/people';
import { parseDay } from '@harvu/core/day';
import { DayLabel } from '../../../ui/day-label';

/** What of a row is unfolded. */
type Opened = 'password' | 'consent' | 'account' | 'erase';

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
  /** Every consent that was recorded; empty until it is asked for. */
  readonly consents = input<readonly ConsentRecord[]>([]);
  readonly consentsAsked = output();
  readonly role = output<Role>();
  readonly putAway = output();
  readonly takenBack = output();
  readonly exported = output();
  readonly erased = output();
  protected readonly roles = ROLES;
  protected readonly shortest = SHORTEST_PASSWORD;
  protected readonly roleChosen = linkedSignal(() => this.person().role);
  /** The name as it is typed before somebody is erased. */
  protected readonly erasing = signal('');
  /** The day in the consent form, as the owner has it now. */
  protected readonly consentOn = linkedSignal(() => this.person().guardianConsentOn ?? '');
  private readonly opened = signal<Opened | null>(null);
  protected readonly isOpen = (what: Opened): boolean => this.opened() === what;

  protected open(what: Opened): void {
    this.opened.update((now) => (now === what ? null : what));
    if (this.isOpen('consent')) this.consentsAsked.emit();
  }

  protected sendPassword(password: string): void {
    if (password.length < SHORTEST_PASSWORD) return;
    this.newPassword.emit(password);
    this.opened.set(null);
  }

  protected sendConsent(guardian: string, on: string): void {
    if (guardian.trim() === '') return;
    this.consent.emit({ guardian: guardian.trim(), guardianConsentOn: parseDay(on) ?? null });
    this.opened.set(null);
  }
}
