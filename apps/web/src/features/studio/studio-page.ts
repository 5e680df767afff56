import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import type { AddStudents, ConsentRecord } from '@harvu/contract';
import { Session } from '../../platform/session';
import { Page } from '../../ui/page';
import { ActsList } from './parts/acts-list';
import { AddPersonForm } from './parts/add-person-form';
import { BackupsNote } from './parts/backups-note';
import { ImportStudents } from './parts/import-students';
import { PersonRow } from './parts/person-row';
import { SettingsForm } from './parts/settings-form';
import { UpkeepNotes } from './parts/upkeep-notes';
import { TakeAlong } from './parts/take-along';
import { StudioState } from './studio.state';

/** The owner's page: who belongs to the studio, consents and passwords, its rules and its books. */
@Component({
  selector: 'harvu-studio-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ActsList,
    AddPersonForm,
    BackupsNote,
    ImportStudents,
    Page,
    PersonRow,
    SettingsForm,
    TakeAlong,
    UpkeepNotes,
  ],
  providers: [StudioState],
  host: { class: 'flex flex-1 flex-col' },
  template: `
    <harvu-page [title]="session.door().studioName" [problem]="state.problem()" [hasMargin]="true">
      <span figures class="text-ink-soft"
        ><b class="text-ink">{{ state.people().length }}</b>
        {{ state.people().length === 1 ? 'person' : 'people' }}</span
      >
      <ng-container actions>
        <button type="button" class="button" (click)="imports.set(!imports())">
          Students from a table
        </button>
      </ng-container>
      <p role="status" class="text-spruce">{{ state.done() }}</p>
      @if (imports()) {
        @defer (on immediate) {
          <harvu-import-students
            [people]="state.people()"
            [isTaking]="state.isAdding()"
            (accepted)="add($event)"
            (closed)="imports.set(false)"
          />
        }
      }
      <ul class="border-t border-line">
        @for (person of state.people(); track person.id) {
          <li class="border-b border-line">
            <harvu-person-row
              [person]="person"
              (newPassword)="state.resetPassword(person, $event)"
              (consent)="state.recordConsent(person, $event)"
              [consents]="consentsOf(person.id)"
              (consentsAsked)="state.showConsents(person)"
              (role)="state.changeRole(person, $event)"
              (putAway)="state.putAway(person)"
              (takenBack)="state.takeBack(person)"
              (exported)="state.export(person)"
              (erased)="state.erase(person)"
            />
          </li>
        }
      </ul>
      <harvu-acts-list [acts]="state.acts()" />
      <ng-container margin>
        <harvu-add-person-form (added)="state.load()" />
        @if (state.settings(); as settings) {
          <harvu-settings-form [settings]="settings" (chosen)="state.saveSettings($event)" />
          @if (state.upkeep(); as upkeep) {
            <harvu-upkeep-notes [upkeep]="upkeep" />
          }
          <harvu-backups-note [backups]="state.backups()" />
          <harvu-take-along
            [isPacking]="state.isPacking()"
            (asked)="state.exportStudio()"
            (left)="state.leaveExport()"
          />
        }
      </ng-container>
    </harvu-page>
  `,
})
export class StudioPage {
  protected readonly session = inject(Session);
  protected readonly state = inject(StudioState);

  protected readonly imports = signal(false);

  constructor() {
    this.state.load();
  }

  protected add(students: AddStudents): void {
    this.state.addStudents(students, () => this.imports.set(false));
  }

  protected consentsOf(personId: string): readonly ConsentRecord[] {
    const found = this.state.consents();
    return found?.personId === personId ? found.records : [];
  }
}
