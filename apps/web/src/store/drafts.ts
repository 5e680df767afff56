import { inject, Injectable } from '@angular/core';
import { Keeps } from '../platform/preference';
import { Session } from '../platform/session';

/** A song's text as somebody wrote it, which the server does not have yet. */
export interface Draft {
  readonly text: string;
  /** The text it was written upon, and its revision. */
  readonly baseText: string;
  readonly baseRevision: number;
  /** The text that was under way to the server, whose answer was not heard; empty where none was. */
  readonly sent?: string;
  readonly keptAt: string;
}

/**
 * Keeps what is written and not saved yet on this device. It is kept in one go, so that it stands even
 * where the page is closed at this moment; a browser that keeps nothing is like one that has nothing.
 */
@Injectable({ providedIn: 'root' })
export class Drafts {
  private readonly session = inject(Session);
  private readonly keeps = inject(Keeps);

  /** Gives what was written and never saved; null where there is none. */
  find(songId: string): Draft | null {
    return this.read(this.keyFor(songId)) ?? this.read(this.asideKeyFor(songId));
  }

  keep(songId: string, draft: Draft): void {
    this.keeps.keep(this.keyFor(songId), draft);
  }

  /** What is being written now is saved. */
  drop(songId: string): void {
    this.keeps.forget(this.keyFor(songId));
  }

  /** Keeps what was found apart, so that what is written next does not take its place. */
  setAside(songId: string, draft: Draft): void {
    this.keeps.keep(this.asideKeyFor(songId), draft);
    this.drop(songId);
  }

  dropAside(songId: string): void {
    this.keeps.forget(this.asideKeyFor(songId));
  }

  private read(key: string): Draft | null {
    const found = this.keeps.find(key);
    return isDraft(found) ? found : null;
  }

  private asideKeyFor(songId: string): string {
    return `${this.keyFor(songId)}-aside`;
  }

  /** Every person's drafts are their own. */
  private keyFor(songId: string): string {
    return `harvu-draft-${this.session.person()?.id ?? 'nobody'}-${songId}`;
  }
}

function isDraft(value: unknown): value is Draft {
  const { text, baseText, baseRevision, keptAt } = (value ?? {}) as Partial<Draft>;
  return (
    typeof text === 'string' &&
    typeof baseText === 'string' &&
    typeof baseRevision === 'number' &&
    typeof keptAt === 'string'
  );
}
