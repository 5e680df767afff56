import { inject, Injectable } from '@angular/core';
import type { AddStudents, Consent, NewPerson, Role, StudioSettings } from '@harvu/contract';
import { Api } from '../../platform/api';
import { FilesApi } from '../../platform/files.api';

/** Asks the server about the people of the studio, and how the studio is set. */
@Injectable({ providedIn: 'root' })
export class PeopleApi {
  private readonly api = inject(Api);
  private readonly files = inject(FilesApi);

  readonly list = () => this.api.call('people');
  readonly add = (person: NewPerson) => this.api.call('addPerson', {}, person);
  readonly addStudents = (students: AddStudents) => this.api.call('addStudents', {}, students);
  readonly resetPassword = (id: string, password: string) =>
    this.api.call('resetPassword', { id }, { password });
  readonly recordConsent = (id: string, consent: Consent) =>
    this.api.call('recordConsent', { id }, consent);
  readonly consents = (id: string) => this.api.call('consents', { id });
  readonly changeRole = (id: string, role: Role) => this.api.call('changeRole', { id }, { role });
  readonly putAway = (id: string) => this.api.call('putAway', { id });
  readonly takeBack = (id: string) => this.api.call('takeBack', { id });
  /** Saves all that is kept of somebody as a file. */
  readonly export = (id: string) => this.files.save(`/api/people/${id}/export.zip`);
  /** Saves the whole studio as a file. */
  readonly exportStudio = () => this.files.save('/api/studio/export.zip');
  readonly erase = (id: string) => this.api.call('erasePerson', { id });
  readonly acts = () => this.api.call('acts');
  readonly backups = () => this.api.call('backups');
  readonly upkeep = () => this.api.call('upkeep');
  readonly settings = () => this.api.call('settings');
  readonly saveSettings = (settings: StudioSettings) => this.api.call('saveSettings', {}, settings);
}
