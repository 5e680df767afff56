import { Injectable, signal, type ErrorHandler } from '@angular/core';

/** Hears of faults nobody else heard of, so that the page can say so and go on. */
@Injectable({ providedIn: 'root' })
export class Faults implements ErrorHandler {
  private readonly happened = signal(false);

  /** Something on the page failed, and nobody has said to go on since. */
  readonly isOne = this.happened.asReadonly();

  handleError(error: unknown): void {
    // eslint-disable-next-line no-console -- whoever looks for the fault looks there
    console.error(error);
    this.happened.set(true);
  }

  goOn(): void {
    this.happened.set(false);
  }
}
