import { DOCUMENT, inject, Injectable, signal, type Signal } from '@angular/core';

/** For good on this device, or as long as this tab is open. */
export type KeptWhere = 'device' | 'tab';

/**
 * Small things that are kept on this device. A browser that keeps nothing, or has no room left, is like one
 * that has nothing: what was asked for goes on without it.
 */
@Injectable({ providedIn: 'root' })
export class Keeps {
  private readonly window = inject(DOCUMENT).defaultView;

  /** What stands under a name; undefined for nothing. It may be anything: somebody else may have put it there. */
  find(name: string, where: KeptWhere = 'device'): unknown {
    return readValue(this.trying(where, (storage) => storage.getItem(name)));
  }

  /** Keeps a value under a name; tells whether it is kept. */
  keep(name: string, value: unknown, where: KeptWhere = 'device'): boolean {
    return this.trying(where, (storage) => storage.setItem(name, JSON.stringify(value))) !== null;
  }

  forget(name: string, where: KeptWhere = 'device'): void {
    this.trying(where, (storage) => storage.removeItem(name));
  }

  /** Null where the browser will not. */
  private trying<T>(where: KeptWhere, what: (storage: Storage) => T): T | null {
    try {
      const { window } = this;
      return window ? what(where === 'tab' ? window.sessionStorage : window.localStorage) : null;
    } catch {
      return null;
    }
  }
}

/** A choice that is kept on this device. */
export interface Preference<T> {
  readonly value: Signal<T>;
  set(value: T): void;
}

/** One choice under its name, as it was kept last; what stands there is read with doubt. */
export function preference<T>(
  name: string,
  read: (found: unknown) => T,
  where: KeptWhere = 'device',
): Preference<T> {
  const keeps = inject(Keeps);
  const value = signal(read(keeps.find(name, where)));
  return {
    value: value.asReadonly(),
    set: (next) => {
      value.set(next);
      if (next === null) keeps.forget(name, where);
      else keeps.keep(name, next, where);
    },
  };
}

/** What stands in an object under some names; undefined for each where it is none. */
export function fieldsIn<Key extends string>(
  found: unknown,
): Partial<Readonly<Record<Key, unknown>>> {
  return typeof found === 'object' && found !== null ? found : {};
}

/** The words of a list; none where it is no list. */
export function wordsIn(found: unknown): readonly string[] {
  return Array.isArray(found) ? found.filter((one) => typeof one === 'string') : [];
}

function readValue(text: string | null | undefined): unknown {
  if (text === null || text === undefined) return undefined;
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return text;
  }
}
