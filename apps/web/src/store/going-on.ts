import { inject, Injectable } from '@angular/core';
import type { NewEvent } from '@harvu/contract';
import { v4 as newId } from 'uuid';
import { fieldsIn, Keeps } from '../platform/preference';
import { Session } from '../platform/session';

/** Time that goes on, as an event it would be if it ended now. */
export interface Unended {
  readonly planId: string;
  readonly event: NewEvent;
}

interface KeptTime extends Unended {
  /** Milliseconds since 1970, when it was noted last. */
  readonly notedAt: number;
  /** The page it was played in has gone. */
  readonly isOver: boolean;
}

/** A page that has not noted anything for so long is gone; it does so every few seconds. */
const GONE_AFTER_MS = 20_000;

/**
 * What is being played at this moment, noted every few seconds, so that it counts though the page is closed
 * or the device dies. It has its id from the start: whoever writes it down, it is one event.
 */
@Injectable({ providedIn: 'root' })
export class GoingOn {
  private readonly keeps = inject(Keeps);
  private readonly session = inject(Session);
  /** Each page that is open has a note of its own. */
  private readonly page = newId();

  note(time: Unended, isOver = false): void {
    this.keep({ ...this.all(), [this.page]: { ...time, notedAt: Date.now(), isOver } });
  }

  /** It has been written down as an event, or came to nothing. */
  end(): void {
    this.drop(this.page);
  }

  /** What pages that are gone have left behind, by page. */
  left(): readonly (Unended & { readonly page: string })[] {
    const until = Date.now() - GONE_AFTER_MS;
    return Object.entries(this.all()).flatMap(([page, { planId, event, notedAt, isOver }]) =>
      page !== this.page && (isOver || notedAt < until) ? [{ page, planId, event }] : [],
    );
  }

  drop(page: string): void {
    const { [page]: _gone, ...others } = this.all();
    this.keep(others);
  }

  private all(): Readonly<Record<string, KeptTime>> {
    const found = fieldsIn(this.keeps.find(this.name()));
    return Object.fromEntries(
      Object.entries(found).flatMap(([page, one]) => (isKept(one) ? [[page, one] as const] : [])),
    );
  }

  private keep(all: Readonly<Record<string, KeptTime>>): void {
    if (Object.keys(all).length === 0) this.keeps.forget(this.name());
    else this.keeps.keep(this.name(), all);
  }

  /** Every person's time is their own: a tablet is often shared. */
  private name(): string {
    return `harvu-going-on-${this.session.person()?.id ?? 'nobody'}`;
  }
}

function isKept(found: unknown): found is KeptTime {
  const { planId, event, notedAt } = fieldsIn<keyof KeptTime>(found);
  const { id, at } = fieldsIn<'id' | 'at'>(event);
  const words = [planId, id, at];
  return words.every((one) => typeof one === 'string') && typeof notedAt === 'number';
}
