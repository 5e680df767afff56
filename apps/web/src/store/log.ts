import { inject, Injectable } from '@angular/core';
import type { NewEvent } from '@harvu/contract';
import { v4 as newId } from 'uuid';
import { Session } from '../platform/session';
import { EventQueue } from './event-queue';

/** What every event begins with: which it is, when it happened, and on which day of the studio. */
export type Stamp = Pick<NewEvent, 'id' | 'at' | 'day'>;

type Bare<Event> = Event extends NewEvent ? Omit<Event, keyof Stamp> : never;
/** What happened, but for its stamp. */
export type Happening = Bare<NewEvent>;

/** The log of what happens, as it is written here: nothing else says when an event happened, or has it sent. */
@Injectable({ providedIn: 'root' })
export class Log {
  private readonly queue = inject(EventQueue);
  private readonly session = inject(Session);

  /** The stamp of something that happens now, or at a moment in milliseconds since 1970. */
  stamp(now = Date.now()): Stamp {
    return { id: newId(), at: new Date(now).toISOString(), day: this.session.today() };
  }

  /** Writes down what happens now; the promise is kept once it stands on the device. */
  write(planId: string, what: Happening): Promise<void> {
    return this.put(planId, { ...this.stamp(), ...what });
  }

  /** Writes down what was stamped before. */
  put(planId: string, event: NewEvent): Promise<void> {
    return this.queue.put(planId, event);
  }
}
