import type { Act as ToldAct, Backup, Erased } from '@harvu/contract';
import { readdir, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Act } from '../../platform/access';
import type { Clock } from '../../platform/clock';
import { conflict, missing } from '../../platform/errors';
import type { PeopleStore } from '../people';
import type { ActsStore } from './acts.store';
import type { PersonDataStore } from './person-data.store';

export interface KeepingDeps {
  readonly acts: ActsStore;
  readonly data: PersonDataStore;
  readonly people: PeopleStore;
  readonly clock: Clock;
  /** Where backups are put; none where the server does not know. */
  readonly backups: string | undefined;
}

/** What stays when somebody is erased, and why. */
const KEPT = [
  'that there was an account, without its name: what others wrote refers to it',
  'on which days consent was given and taken back, without the guardian: it proves that the studio asked',
  'that songs were given and when, without whom',
  'backups made before today, until they are replaced',
] as const;

const BACKUP = /^harvu-[\w-]+\.sql\.gz$/;

/** Keeps the studio's books: who did what, who was erased, and which backups there are. */
export function createKeepingService(deps: KeepingDeps) {
  const { acts, data, people, clock, backups } = deps;
  return {
    noteAct: (act: Act): Promise<void> => acts.add(act, clock.now()),
    acts: (): Promise<readonly ToldAct[]> => acts.newest(),
    async erasePerson(id: string): Promise<Erased> {
      const person = await people.find(id);
      if (!person) throw missing('person');
      if (person.role !== 'student') {
        throw conflict(
          'A teacher’s songs are the studio’s.',
          'Put the account away; or make it a student’s first, then erase it.',
        );
      }
      return { removed: await data.erase(id), kept: KEPT };
    },
    /** The newest first; none where there are none yet. */
    async backups(): Promise<readonly Backup[]> {
      const names = backups === undefined ? [] : await readdir(backups).catch(() => []);
      const own = names.filter((name) => BACKUP.test(name));
      const all = await Promise.all(
        own.map(async (name) => {
          const { size, mtime } = await stat(join(backups ?? '', name));
          return { name, at: mtime.toISOString(), bytes: size };
        }),
      );
      return all.sort((a, b) => b.at.localeCompare(a.at));
    },
  };
}

export type KeepingService = ReturnType<typeof createKeepingService>;
