import { inject, Injectable, signal } from '@angular/core';
import type {
  Act,
  AddStudents,
  Backup,
  Consent,
  ConsentRecord,
  PersonRecord,
  Role,
  StudioSettings,
  Upkeep,
} from '@harvu/contract';
import { finalize, forkJoin, Subject, switchMap, takeUntil, tap, type Observable } from 'rxjs';
import { Session } from '../../platform/session';
import { Task } from '../../platform/task';
import { PeopleApi } from './people.api';

/** The consents of somebody, as they were recorded. */
export interface ConsentHistory {
  readonly personId: string;
  readonly records: readonly ConsentRecord[];
}

/** Who belongs to the studio, how it is set, and its books. */
@Injectable()
export class StudioState {
  private readonly api = inject(PeopleApi);
  private readonly session = inject(Session);
  private readonly task = new Task();
  private readonly words = signal('');
  private readonly all = signal<readonly PersonRecord[]>([]);
  private readonly set = signal<StudioSettings | null>(null);
  private readonly written = signal<readonly Act[]>([]);
  private readonly copies = signal<readonly Backup[]>([]);
  private readonly looked = signal<Upkeep | null>(null);
  private readonly adding = signal(false);
  private readonly packing = signal(false);
  private readonly left = new Subject<void>();
  private readonly consented = signal<ConsentHistory | null>(null);

  readonly people = this.all.asReadonly();
  readonly settings = this.set.asReadonly();
  readonly acts = this.written.asReadonly();
  readonly backups = this.copies.asReadonly();
  readonly upkeep = this.looked.asReadonly();
  readonly consents = this.consented.asReadonly();
  readonly isAdding = this.adding.asReadonly();
  /** Whether the whole studio is being packed. */
  readonly isPacking = this.packing.asReadonly();
  readonly problem = this.task.problem;
  readonly done = this.words.asReadonly();

  /** Reads all there is, now and whenever somebody was added. */
  load(): void {
    this.task.run(this.list());
    this.task.run(
      forkJoin([this.api.settings(), this.api.backups(), this.api.upkeep()]).pipe(
        tap(([settings, backups, upkeep]) => {
          this.looked.set(upkeep);
          this.set.set(settings);
          this.copies.set(backups);
        }),
      ),
    );
  }

  /** Adds students from elsewhere, all of them or none. */
  addStudents(students: AddStudents, then: () => void): void {
    this.adding.set(true);
    const adding = this.api.addStudents(students).pipe(
      tap(then),
      finalize(() => this.adding.set(false)),
    );
    const count = students.students.length;
    this.run(
      adding,
      `${count} ${count === 1 ? 'student is' : 'students are'} added. Give each a password, so that they can sign in.`,
    );
  }

  resetPassword({ id, name }: PersonRecord, password: string): void {
    this.run(this.api.resetPassword(id, password), `New password set for ${name}.`);
  }

  recordConsent({ id, name }: PersonRecord, consent: Consent): void {
    this.run(this.api.recordConsent(id, consent), `Consent recorded for ${name}.`);
  }

  showConsents({ id }: PersonRecord): void {
    const asked = this.api.consents(id);
    this.task.run(asked.pipe(tap((records) => this.consented.set({ personId: id, records }))));
  }

  changeRole({ id, name }: PersonRecord, role: Role): void {
    this.run(this.api.changeRole(id, role), `${name} is ${role} now, and signs in anew.`);
  }

  putAway({ id, name }: PersonRecord): void {
    this.run(this.api.putAway(id), `${name} no longer signs in. Everything they did stays.`);
  }

  takeBack({ id, name }: PersonRecord): void {
    this.run(this.api.takeBack(id), `${name} can sign in again.`);
  }

  /** Saves all that is kept of somebody as a file. */
  export({ id, name }: PersonRecord): void {
    this.run(this.api.export(id), `All that is kept of ${name} is saved as a file.`);
  }

  /** Saves the whole studio as a file, until it is left. */
  exportStudio(): void {
    this.packing.set(true);
    const asked = this.api.exportStudio().pipe(
      takeUntil(this.left),
      finalize(() => this.packing.set(false)),
    );
    this.run(asked, 'The studio is saved as a file. Keep it as you keep the studio’s papers.');
  }

  leaveExport(): void {
    this.left.next();
  }

  erase({ id, name }: PersonRecord): void {
    const erasing = this.api.erase(id).pipe(
      tap(({ kept }) => this.words.set(`${name} is erased. What stays: ${kept.join('; ')}.`)),
      switchMap(() => this.list()),
    );
    this.words.set('');
    this.task.run(erasing);
  }

  saveSettings(settings: StudioSettings): void {
    const saving = this.api.saveSettings(settings).pipe(
      tap((kept) => this.set.set(kept)),
      switchMap(() => this.session.load()),
    );
    this.run(saving, 'Kept.');
  }

  private list(): Observable<unknown> {
    return forkJoin([this.api.list(), this.api.acts()]).pipe(
      tap(([people, acts]) => {
        this.all.set(people);
        this.written.set(acts);
      }),
    );
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
