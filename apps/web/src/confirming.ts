import type { HttpInterceptorFn } from '@angular/common/http';
import { inject, Injector } from '@angular/core';
import { catchError, from, switchMap, throwError } from 'rxjs';
import { toProblem } from './platform/problems';

/**
 * Where the server asks for the password once more, the person is asked, and what they wanted is sent
 * again; whoever leaves it is told that it was not done.
 */
export const confirmInterceptor: HttpInterceptorFn = (request, next) => {
  const injector = inject(Injector);
  return next(request).pipe(
    catchError((error: unknown) => {
      if (toProblem(error).code !== 'confirm-needed') return throwError(() => error);
      return from(import('./features/account')).pipe(
        switchMap(({ Confirming }) => injector.get(Confirming).ask()),
        switchMap((isSure) => (isSure ? next(request) : throwError(() => error))),
      );
    }),
  );
};
