import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Session } from '../../platform/session';
import { Page } from '../../ui/page';
import { AddPersonForm } from './parts/add-person-form';
import { PersonRow } from './parts/person-row';
import { TimeZoneForm } from './parts/time-zone-form';
import { StudioState } from './studio.state';

/** The owner's page: who belongs to the studio, consents and passwords, and the studio's days. */
@Component({
  selector: 'harvu-studio-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AddPersonForm, Page, PersonRow, TimeZoneForm],
  providers: [StudioState],
  host: { class: 'flex flex-1 flex-col' },
  template: `
    <harvu-page [title]="session.door().studioName" [problem]="state.problem()" [hasMargin]="true">
      <span figures class="text-ink-soft"
        ><b class="text-ink">{{ state.people().length }}</b> people</span
      >
      <p role="status" class="text-spruce">{{ state.done() }}</p>
      <ul class="border-t border-line">
        @for (person of state.people(); track person.id) {
          <li class="border-b border-line">
            <harvu-person-row
              [person]="person"
              (newPassword)="state.resetPassword(person, $event)"
              (consent)="state.recordConsent(person, $event)"
            />
          </li>
        }
      </ul>
      <ng-container margin>
        <harvu-add-person-form (added)="state.load()" />
        <harvu-time-zone-form
          [timeZone]="state.timeZone()"
          (chosen)="state.saveSettings({ timeZone: $event })"
        />
      </ng-container>
    </harvu-page>
  `,
})
export class StudioPage {
  protected readonly session = inject(Session);
  protected readonly state = inject(StudioState);

  constructor() {
    this.state.load();
  }
}
