import { computed, inject, Injectable, signal } from '@angular/core';
import { Router } from '@angular/router';
import type { Me, Person, SetUp, SignIn, StudioDoor } from '@harvu/contract';

import { USUAL_CONVENTIONS, type Conventions } from '@harvu/core/conventions';
import { dayAt, type Day } from '@harvu/core/day';
import { catchError, forkJoin, map, of, switchMap, tap, type Observable } from 'rxjs';
import { SessionApi } from './session.api';
import { SignedOut } from './signed-out';

const CLOSED_DOOR: StudioDoor = {
  ...{ studioName: '', needsSetUp: false, isDemo: false, demoAccounts: [] },
};

/** Who is here, and what stands at the studio's door. */
@Injectable({ providedIn: 'root' })
export class Session {
  private readonly api = inject(SessionApi);
  private readonly router = inject(Router);
  private readonly found = signal<Me | null>(null);
  private readonly studioDoor = signal<StudioDoor>(CLOSED_DOOR);

  readonly person = this.found.asReadonly();
  readonly door = this.studioDoor.asReadonly();
  readonly isTeaching = computed(() => ['owner', 'teacher'].includes(this.found()?.role ?? ''));
  /** How whoever is here likes strings, frets and names. */
  readonly conventions = computed(() => this.found()?.conventions ?? USUAL_CONVENTIONS);
  /** The studio's time zone. */
  readonly timeZone = computed(() => this.found()?.timeZone ?? 'UTC');
  /** The first page of whoever is here. */
  readonly home = computed(() => (this.isTeaching() ? '/students' : '/week'));

  constructor() {
    inject(SignedOut).happened.subscribe(() => {
      this.found.set(null);
      void this.router.navigate(['/sign-in'], { queryParams: { from: this.router.url } });
    });
  }

  /** The studio's day it is now. */
  today(): Day {
    return dayAt(new Date().toISOString(), this.timeZone());
  }

  /** Asks who is signed in; without an answer, nobody is. */
  load(): Observable<unknown> {
    return forkJoin([
      this.api.me().pipe(catchError(() => of(null))),
      this.api.door().pipe(catchError(() => of(CLOSED_DOOR))),
    ]).pipe(
      tap(([person, door]) => {
        this.found.set(person);
        this.studioDoor.set(door);
      }),
    );
  }

  signIn(signIn: SignIn): Observable<Person> {
    return this.api.signIn(signIn).pipe(tap((person) => this.found.set(person)));
  }

  saveConventions(conventions: Conventions): Observable<Me> {
    return this.api.saveConventions(conventions).pipe(tap((me) => this.found.set(me)));
  }

  signOut(): Observable<void> {
    return this.api.signOut().pipe(
      map(() => {
        this.found.set(null);
        void this.router.navigate(['/sign-in']);
      }),
    );
  }

  /** Makes the studio and its owner, and signs the owner in. */
  setUp(setUp: SetUp): Observable<Person> {
    const { signInName, password } = setUp;
    return this.api.setUp(setUp).pipe(
      switchMap(() => this.signIn({ signInName, password })),
      tap(() =>
        this.studioDoor.update((door) => ({
          ...door,
          studioName: setUp.studioName,
          needsSetUp: false,
        })),
      ),
    );
  }
}
