import { USUAL_CONVENTIONS } from '@harvu/core/conventions';
import { of, type Observable } from 'rxjs';
import { answers, type Answers } from '../worked-out/answers';

type Answered = {
  readonly [Name in keyof Answers]: (
    ...asked: Parameters<Answers[Name]>
  ) => Observable<ReturnType<Answers[Name]>>;
};

/** What the worker answers, worked out at once and where it is asked. */
export function answeredAtOnce(): Answered {
  const now = Object.entries(answers).map(([name, answer]) => {
    const ask = answer as (...asked: readonly unknown[]) => unknown;
    // The service gives the conventions last; a call that leaves them out gets the usual ones.
    return [
      name,
      (...asked: readonly unknown[]) =>
        of(ask(...asked, ...(asked.length < ask.length ? [USUAL_CONVENTIONS] : []))),
    ] as const;
  });
  return Object.fromEntries(now) as unknown as Answered;
}
