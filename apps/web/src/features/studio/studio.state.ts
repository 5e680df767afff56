import { inject, Injectable, signal } from '@angular/core';
import type { Consent, PersonRecord, StudioSettings } from '@harvu/contract';
import { switchMap, tap, type Observable } from 'rxjs';
import { Session } from '../../platform/session';
import { Task } from '../../platform/task';
import { PeopleApi } from './people.api';

/** Who belongs to the studio, and how it is set. */
@Injectable()
export class StudioState {
  private readonly api = inject(PeopleApi);
  private readonly session = inject(Session);
  private readonly task = new Task();
  private readonly words = signal('');
  private readonly all = signal<readonly PersonRecord[]>([]);

  readonly people = this.all.asReadonly();
  readonly timeZone = this.session.timeZone;
  readonly problem = this.task.problem;
  readonly done = this.words.asReadonly();

  /** Reads who there is, now and whenever somebody was added. */
  load(): void {
    this.task.run(this.list());
  }

  resetPassword({ id, name }: PersonRecord, password: string): void {
    this.run(this.api.resetPassword(id, password), `New password set for ${name}.`);
  }

  recordConsent({ id, name }: PersonRecord, consent: Consent): void {
    this.run(this.api.recordConsent(id, consent), `Consent recorded for ${name}.`);
  }

  /** Days are counted in this time zone from now on. */
  saveSettings(settings: StudioSettings): void {
    const saving = this.api.saveSettings(settings).pipe(switchMap(() => this.session.load()));
    this.run(saving, `Days are counted in ${settings.timeZone}.`);
  }

  private list(): Observable<unknown> {
    return this.api.list().pipe(tap((people) => this.all.set(people)));
  }

  private run(work: Observable<unknown>, words: string): void {
    this.words.set('');
    this.task.run(
      work.pipe(
        tap(() => this.words.set(words)),
        switchMap(() => this.list()),
      ),
    );
  }
}
