import { inject, Injectable, signal } from '@angular/core';
import type { FactorStart, OwnSession } from '@harvu/contract';
import { switchMap, tap, type Observable } from 'rxjs';
import { Session } from '../../platform/session';
import { Task } from '../../platform/task';
import { AccountApi } from './account.api';

/** One's own account: where it is signed in, its password and its second factor. */
@Injectable()
export class AccountState {
  private readonly api = inject(AccountApi);
  private readonly session = inject(Session);
  private readonly task = new Task();
  private readonly words = signal('');
  private readonly all = signal<readonly OwnSession[]>([]);
  private readonly begun = signal<FactorStart | null>(null);
  private readonly codes = signal<readonly string[]>([]);

  readonly sessions = this.all.asReadonly();
  readonly problem = this.task.problem;
  readonly done = this.words.asReadonly();
  /** What an authenticator is to be fed with, while a second factor is being set up. */
  readonly factor = this.begun.asReadonly();
  /** Shown once, after a second factor was set up. */
  readonly recovery = this.codes.asReadonly();

  load(): void {
    this.task.run(this.list());
  }

  /** Every other session has ended with the old password. */
  passwordChanged(): void {
    this.run(this.list(), 'Your password is changed. Everywhere else you are signed out.');
  }

  end(id: string): void {
    this.run(this.api.endSession(id).pipe(switchMap(() => this.list())), 'Signed out there.');
  }

  endOthers(): void {
    const ending = this.api.endOthers().pipe(switchMap(() => this.list()));
    this.run(ending, 'Signed out everywhere else.');
  }

  startFactor(): void {
    this.run(this.api.startFactor().pipe(tap((start) => this.begun.set(start))), '');
  }

  takeFactor(code: string): void {
    const taking = this.api.takeFactor(code).pipe(
      tap(({ codes }) => {
        this.begun.set(null);
        this.codes.set(codes);
      }),
      switchMap(() => this.session.load()),
    );
    this.run(taking, 'From now on signing in asks for a code.');
  }

  dropFactor(): void {
    const dropping = this.api.dropFactor().pipe(
      tap(() => this.codes.set([])),
      switchMap(() => this.session.load()),
    );
    this.run(dropping, 'Signing in asks for no code any more.');
  }

  private list(): Observable<unknown> {
    return this.api.sessions().pipe(tap((sessions) => this.all.set(sessions)));
  }

  private run(work: Observable<unknown>, words: string): void {
    this.words.set('');
    this.task.run(work.pipe(tap(() => this.words.set(words))));
  }
}
