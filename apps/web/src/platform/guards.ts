import { inject } from '@angular/core';
import { Router, type CanActivateFn, type UrlTree } from '@angular/router';
import { Session } from './session';

function toSignIn(from: string): UrlTree {
  return inject(Router).createUrlTree(['/sign-in'], from === '/' ? {} : { queryParams: { from } });
}

/** Lets signed-in people through; others sign in first and come back. */
export const signedIn: CanActivateFn = (_, { url }) =>
  inject(Session).person() ? true : toSignIn(url);

/** Lets teachers and owners through; students go to their own first page. */
export const teaching: CanActivateFn = (_, { url }) => {
  const session = inject(Session);
  if (!session.person()) return toSignIn(url);
  return session.isTeaching() || inject(Router).createUrlTree([session.home()]);
};

/** Lets owners through. */
export const owning: CanActivateFn = (_, { url }) => {
  const session = inject(Session);
  if (!session.person()) return toSignIn(url);
  return session.person()?.role === 'owner' || inject(Router).createUrlTree([session.home()]);
};

/** Sends everybody to the first page of their own. */
export const homeRedirect: CanActivateFn = () => {
  const session = inject(Session);
  return session.person() ? inject(Router).createUrlTree([session.home()]) : toSignIn('/');
};
