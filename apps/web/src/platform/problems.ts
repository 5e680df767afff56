import { HttpErrorResponse, type HttpInterceptorFn } from '@angular/common/http';
import { inject } from '@angular/core';
import type { Problem } from '@harvu/contract';
import { catchError, from, switchMap, throwError, type Observable } from 'rxjs';
import { SignedOut } from './signed-out';

const NO_ANSWER: Problem = {
  status: 0,
  code: 'no-answer',
  title: 'The studio’s server does not answer.',
  remedy: 'Check the connection and try again. What you wrote is still here.',
};

/** Reads whatever failed as a problem that can be shown. */
export function toProblem(error: unknown): Problem {
  if (isProblem(error)) return error;
  if (!(error instanceof HttpErrorResponse)) {
    return {
      ...NO_ANSWER,
      code: 'failure',
      title: 'Something went wrong on this page.',
      remedy: 'Reload it and try again.',
    };
  }
  if (isProblem(error.error)) return error.error;
  return error.status === 0 || error.status >= 502
    ? NO_ANSWER
    : { ...NO_ANSWER, status: error.status };
}

function isProblem(value: unknown): value is Problem {
  return typeof value === 'object' && value !== null && 'code' in value && 'remedy' in value;
}

async function readable(error: HttpErrorResponse, words: Blob): Promise<Problem> {
  try {
    const found: unknown = JSON.parse(await words.text());
    return toProblem(isProblem(found) ? found : error);
  } catch {
    return toProblem(error);
  }
}

/** Turns every failed request into a problem; a session that ended leads back to the sign-in page. */
export const problemInterceptor: HttpInterceptorFn = (request, next) => {
  const signedOut = inject(SignedOut);
  return next(request).pipe(
    catchError((error: unknown) => {
      const fail = (problem: Problem): Observable<never> => {
        if (problem.status === 401 && !request.url.endsWith('/sign-in')) signedOut.happened.next();
        return throwError(() => problem);
      };
      // Where a file was asked for, even what went wrong comes as one.
      return error instanceof HttpErrorResponse && error.error instanceof Blob
        ? from(readable(error, error.error)).pipe(switchMap(fail))
        : fail(toProblem(error));
    }),
  );
};
