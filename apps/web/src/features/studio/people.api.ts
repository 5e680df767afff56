import { inject, Injectable } from '@angular/core';
import type { Consent, NewPerson, StudioSettings } from '@harvu/contract';
import { Api } from '../../platform/api';

/** Asks the server about the people of the studio, and how the studio is set. */
@Injectable({ providedIn: 'root' })
export class PeopleApi {
  private readonly api = inject(Api);

  readonly list = () => this.api.call('people');
  readonly add = (person: NewPerson) => this.api.call('addPerson', {}, person);
  readonly resetPassword = (id: string, password: string) =>
    this.api.call('resetPassword', { id }, { password });
  readonly recordConsent = (id: string, consent: Consent) =>
    this.api.call('recordConsent', { id }, consent);
  readonly settings = () => this.api.call('settings');
  readonly saveSettings = (settings: StudioSettings) => this.api.call('saveSettings', {}, settings);
}
