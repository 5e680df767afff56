import { inject, Injectable, signal } from '@angular/core';
import { Capture } from './capture';
import type { listening } from './listening';
import { WorkerOwner } from '../platform/worker-owner';
import { LISTENING_WORKER } from './listening-worker';

/** Counts strokes the microphone hears in so many seconds. */
@Injectable()
export class CountedByEar {
  private readonly capture = inject(Capture);
  private readonly worker = new WorkerOwner<typeof listening>(inject(LISTENING_WORKER));
  private readonly on = signal(false);
  private readonly why = signal('');
  private waiting: ReturnType<typeof setTimeout> | undefined;

  readonly isOn = this.on.asReadonly();
  /** Why it cannot listen, and what to do. */
  readonly problem = this.why.asReadonly();

  /**
   * Tells when it begins, and gives the strokes at the end but those of the first `readyS` seconds; undefined
   * where it may not listen.
   */
  async count(seconds: number, begins: () => void, readyS = 0): Promise<number | undefined> {
    this.why.set('');
    try {
      if (!(await this.capture.start())) return undefined;
    } catch {
      this.why.set('The microphone may not be used here: tap along, or type the count.');
      return undefined;
    }
    this.on.set(true);
    begins();
    await new Promise((resolve) => (this.waiting = setTimeout(resolve, seconds * 1000)));
    const { samples, sampleRate } = this.capture.stop();
    try {
      const heard = await this.worker.ask((tasks) => tasks.hear(samples, sampleRate));
      return heard.onsetsS.filter((one) => one >= readyS).length;
    } finally {
      this.worker.stop();
      this.on.set(false);
    }
  }

  close(): void {
    clearTimeout(this.waiting);
    this.capture.cancel();
  }
}
