import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import type { PersonRecord, Problem } from '@harvu/contract';
import type { Observable } from 'rxjs';
import { toProblem } from '../../platform/problems';
import { Session } from '../../platform/session';
import { PageHead } from '../../ui/page-head';
import { ProblemLine } from '../../ui/problem-line';
import { AddPersonForm } from './parts/add-person-form';
import { PersonRow } from './parts/person-row';
import { PeopleApi } from './people.api';

/** The owner's page: who belongs to the studio, consents and passwords. */
@Component({
  selector: 'harvu-studio-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AddPersonForm, PageHead, PersonRow, ProblemLine],
  host: { class: 'flex flex-1 flex-col' },
  template: `
    <harvu-page-head [title]="session.door().studioName">
      <span figures class="text-ink-soft"
        ><b class="text-ink">{{ people().length }}</b> people</span
      >
    </harvu-page-head>
    <div class="grid flex-1 lg:grid-cols-[1fr_330px]">
      <div class="px-4 py-4 sm:px-6">
        <harvu-problem [problem]="problem()" />
        <p role="status" class="text-spruce">{{ done() }}</p>
        <ul class="border-t border-line">
          @for (person of people(); track person.id) {
            <li class="border-b border-line">
              <harvu-person-row
                [person]="person"
                (newPassword)="
                  run(
                    api.resetPassword(person.id, $event),
                    'New password set for ' + person.name + '.'
                  )
                "
                (consent)="
                  run(
                    api.recordConsent(person.id, $event),
                    'Consent recorded for ' + person.name + '.'
                  )
                "
              />
            </li>
          }
        </ul>
      </div>
      <aside class="ruled border-line px-4 py-5 lg:border-l" aria-label="Margin">
        <harvu-add-person-form (added)="reload()" />
      </aside>
    </div>
  `,
})
export class StudioPage {
  protected readonly api = inject(PeopleApi);
  protected readonly session = inject(Session);
  protected readonly people = signal<readonly PersonRecord[]>([]);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly done = signal('');

  constructor() {
    this.reload();
  }

  protected reload(): void {
    this.api.list().subscribe({
      next: (people) => this.people.set(people),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  protected run(work: Observable<unknown>, words: string): void {
    this.problem.set(null);
    work.subscribe({
      next: () => {
        this.done.set(words);
        this.reload();
      },
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }
}
