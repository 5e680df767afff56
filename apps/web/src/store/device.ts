import { inject, Injectable } from '@angular/core';
import type { NewEvent, Overview, Plan, Problem } from '@harvu/contract';
import type { RecordedStart } from '@harvu/core/recording';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { Session } from '../platform/session';

/** An event that waits to be sent, or was refused. */
export interface WaitingEvent {
  readonly id: string;
  readonly planId: string;
  readonly event: NewEvent;
  /** Why the server would not take it; it is kept all the same. */
  readonly refused?: Problem;
  /** The server has it; it stays until what the server tells of its plan is here. */
  readonly isSent?: true;
}

/** Somebody's own file of a song; it never leaves the device. */
export interface KeptRecording {
  readonly songId: string;
  /** The file's name. */
  readonly name: string;
  readonly file: Blob;
  /** Where sections begin in it, as they were tapped, by bars of the whole song; empty where none was. */
  readonly taps: readonly RecordedStart[];
}

/** What a kept take sounded like: the player on the left, the guide on the right. */
export interface TakeSound {
  readonly at: string;
  /** Its tempo in words. */
  readonly tempo: string;
  readonly wav: Blob;
}

/** The first take of a step that was kept, and the newest one; they never leave the device. */
export interface KeptTakes {
  /** The plan and the step. */
  readonly id: string;
  readonly first: TakeSound;
  /** Null where only one was kept. */
  readonly newest: TakeSound | null;
}

interface OnDevice extends DBSchema {
  plans: { key: string; value: Plan };
  events: { key: string; value: WaitingEvent };
  overviews: { key: string; value: Overview };
  recordings: { key: string; value: KeptRecording };
  takes: { key: string; value: KeptTakes };
}

type Room = 'plans' | 'events' | 'overviews' | 'recordings' | 'takes';

const VERSION = 4;
const MINE = 'mine';

/** Every person's things are kept apart: a tablet is often shared. */
export function nameFor(personId: string): string {
  return `harvu ${personId}`;
}

/**
 * What is kept on this device for whoever is signed in: plans, what happened and waits to be sent, and the
 * last overview. A browser that keeps nothing is like one that has nothing.
 */
@Injectable({ providedIn: 'root' })
export class Device {
  private readonly session = inject(Session);
  private opened: { readonly of: string; readonly base: Promise<IDBPDatabase<OnDevice>> } | null =
    null;

  findPlan(id: string): Promise<Plan | undefined> {
    return this.reading((base) => base.get('plans', id), undefined);
  }

  keepPlan(plan: Plan): Promise<unknown> {
    return this.writing((base) => base.put('plans', plan));
  }

  forget(room: Room, key: string): Promise<unknown> {
    return this.writing((base) => base.delete(room, key));
  }

  events(): Promise<readonly WaitingEvent[]> {
    return this.reading<readonly WaitingEvent[]>((base) => base.getAll('events'), []);
  }

  /** Keeps an event; unlike all else, it says so where it cannot. */
  async keepEvent(event: WaitingEvent): Promise<void> {
    const base = await this.base();
    await base?.put('events', event);
  }

  findRecording(songId: string): Promise<KeptRecording | undefined> {
    return this.reading((base) => base.get('recordings', songId), undefined);
  }

  /** Keeps somebody's own file; it says so where there is no room for it. */
  async keepRecording(recording: KeptRecording): Promise<void> {
    const base = await this.base();
    await base?.put('recordings', recording);
  }

  findTakes(id: string): Promise<KeptTakes | undefined> {
    return this.reading((base) => base.get('takes', id), undefined);
  }

  /** Keeps how a take sounded, beside the first one of its step; it says so where there is no room for it. */
  async keepTake(id: string, sound: TakeSound): Promise<void> {
    const base = await this.base();
    if (!base) return;
    const room = base.transaction('takes', 'readwrite');
    const first = (await room.store.get(id))?.first;
    await room.store.put(first ? { id, first, newest: sound } : { id, first: sound, newest: null });
    await room.done;
  }

  overview(): Promise<Overview | undefined> {
    return this.reading((base) => base.get('overviews', MINE), undefined);
  }

  keepOverview(overview: Overview): Promise<unknown> {
    return this.writing((base) => base.put('overviews', overview, MINE));
  }

  private base(): Promise<IDBPDatabase<OnDevice>> | undefined {
    const id = this.session.person()?.id;
    if (id === undefined) return undefined;
    if (this.opened?.of !== id) {
      void this.opened?.base.then((base) => base.close());
      this.opened = { of: id, base: open(id, () => (this.opened = null)) };
    }
    return this.opened.base;
  }

  private async reading<T>(
    read: (base: IDBPDatabase<OnDevice>) => Promise<T>,
    nothing: T,
  ): Promise<T> {
    try {
      const base = await this.base();
      return base ? await read(base) : nothing;
    } catch {
      return nothing;
    }
  }

  private writing(write: (base: IDBPDatabase<OnDevice>) => Promise<unknown>): Promise<unknown> {
    return this.reading(write, undefined);
  }
}

/** `closed` is told where somebody else changes the base, or the browser closes it. */
function open(personId: string, closed: () => void): Promise<IDBPDatabase<OnDevice>> {
  return openDB<OnDevice>(nameFor(personId), VERSION, {
    upgrade(base, version, ...[, change]) {
      if (version < 1) {
        base.createObjectStore('plans', { keyPath: 'id' });
        base.createObjectStore('events', { keyPath: 'id' });
        base.createObjectStore('overviews');
      }
      if (version < 2) base.createObjectStore('recordings', { keyPath: 'songId' });
      if (version < 4) base.createObjectStore('takes', { keyPath: 'id' });
      // What an older Harvu had worked out lacks what a newer one shows of it; it comes anew.
      void change.objectStore('overviews').clear();
    },
    blocking(_current, _blocked, { target }) {
      (target as IDBDatabase).close();
      closed();
    },
    terminated: closed,
  });
}
