import { computed, inject, Injectable, signal } from '@angular/core';
import { Router } from '@angular/router';
import type { Me, Person, SetUp, SignIn, StudioDoor } from '@harvu/contract';

import { USUAL_CONVENTIONS, type Conventions } from '@harvu/core/conventions';
import { dayAt, type Day } from '@harvu/core/day';
import { catchError, forkJoin, map, of, switchMap, tap, type Observable } from 'rxjs';
import { fieldsIn, Keeps } from './preference';
import { SessionApi } from './session.api';
import { isDoor, isPracticeRoom } from './addresses';
import { toProblem } from './problems';
import { SignedOut } from './signed-out';

const CLOSED_DOOR: StudioDoor = {
  studioName: '',
  needsSetUp: false,
  isDemo: false,
  demoAccounts: [],
};

const KEPT_AS = 'harvu-me';

/** Who is here, and what stands at the studio's door. */
@Injectable({ providedIn: 'root' })
export class Session {
  private readonly api = inject(SessionApi);
  private readonly router = inject(Router);
  private readonly found = signal<Me | null>(null);
  private readonly studioDoor = signal<StudioDoor>(CLOSED_DOOR);

  private readonly ran = signal(false);
  private readonly keeps = inject(Keeps);

  readonly person = this.found.asReadonly();
  /** The session has run out while somebody practises. */
  readonly isOver = this.ran.asReadonly();
  readonly door = this.studioDoor.asReadonly();
  readonly isTeaching = computed(() => ['owner', 'teacher'].includes(this.found()?.role ?? ''));
  /** How whoever is here likes strings, frets and names. */
  readonly conventions = computed(() => this.found()?.conventions ?? USUAL_CONVENTIONS);
  /** The studio's time zone. */
  readonly timeZone = computed(() => this.found()?.timeZone ?? 'UTC');
  /** Things are said as to a child. */
  readonly isChild = computed(() => this.found()?.isChild === true);
  /** The first page of whoever is here. */
  readonly home = computed(() => (this.isTeaching() ? '/today' : '/week'));

  constructor() {
    inject(SignedOut).happened.subscribe(() => {
      // Whoever practises plays on; what they did waits on the device until they sign in again.
      if (isPracticeRoom(this.router.url)) {
        this.ran.set(true);
        return;
      }
      this.see(null);
      // Told more than once, one goes back to where one was, not to the door.
      if (isDoor(this.router.url)) return;
      void this.router.navigate(['/sign-in'], { queryParams: { from: this.router.url } });
    });
  }

  /** The studio's day it is now. */
  today(): Day {
    return dayAt(new Date().toISOString(), this.timeZone());
  }

  /** Asks who is signed in; without a connection it is whoever was here last, on this device. */
  load(): Observable<unknown> {
    return forkJoin([
      this.api
        .me()
        .pipe(catchError((error: unknown) => of(isNoAnswer(error) ? this.kept() : null))),
      this.api.door().pipe(catchError(() => of(CLOSED_DOOR))),
    ]).pipe(
      tap(([person, door]) => {
        this.see(person);
        this.studioDoor.set(door);
      }),
    );
  }

  signIn(signIn: SignIn): Observable<Person> {
    return this.api.signIn(signIn).pipe(tap((person) => this.see(person)));
  }

  saveConventions(conventions: Conventions): Observable<Me> {
    return this.api.saveConventions(conventions).pipe(tap((me) => this.see(me)));
  }

  signOut(): Observable<void> {
    return this.api.signOut().pipe(
      map(() => {
        this.see(null);
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

  private see(person: Me | null): void {
    this.found.set(person);
    if (person) {
      this.ran.set(false);
      this.keeps.keep(KEPT_AS, person);
    } else this.keeps.forget(KEPT_AS);
  }

  /** Who was here last; nobody where that cannot be read. */
  private kept(): Me | null {
    const found = fieldsIn<keyof Me>(this.keeps.find(KEPT_AS));
    const isMe = typeof found.id === 'string' && typeof found.role === 'string';
    return isMe ? (found as Me) : null;
  }
}

function isNoAnswer(error: unknown): boolean {
  const { status } = toProblem(error);
  return status === 0 || status >= 500;
}
