import type { Act as ToldAct, Backup, ComingErasure, Erased, Upkeep } from '@harvu/contract';
import { readdir, stat, statfs } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { Act } from '../../platform/access';
import type { Clock } from '../../platform/clock';
import { conflict, missing } from '../../platform/errors';
import type { PeopleStore } from '../people';
import type { ActsStore } from './acts.store';
import type { RunningDays } from '../../platform/running-days';
import type { Announced, ErasuresStore } from './erasures.store';
import type { PersonDataStore } from './person-data.store';
import { ANNOUNCED_DAYS } from './tidy';

export interface KeepingDeps {
  readonly acts: ActsStore;
  readonly data: PersonDataStore;
  readonly people: PeopleStore;
  readonly clock: Clock;
  readonly erasures: ErasuresStore;
  readonly days: RunningDays;
  /** Where backups are put; none where the server does not know. */
  readonly backups: string | undefined;
}

const TOLD_MS = 14 * 86_400_000;
/** With less the owner makes room before writing is refused. */
const LOW_BYTES = 500_000_000;
const LOW_SHARE = 0.1;

/** What stays when somebody is erased, and why. */
const KEPT = [
  'that there was an account, without its name: what others wrote refers to it',
  'on which days consent was given and taken back, without the guardian: it proves that the studio asked',
  'that songs were given and when, without whom',
  'backups made before today, until they are replaced',
] as const;

const BACKUP = /^harvu-[\w-]+\.sql\.gz$/;

/** Keeps the studio's books: who did what, who was erased, and which backups there are. */
export function createRecordsService(deps: KeepingDeps) {
  const { acts, data, people, clock, backups, erasures, days } = deps;
  const toComing = async ({ kind, name, on }: Announced): Promise<ComingErasure> => ({
    kind,
    name,
    inDays: Math.max(1, ANNOUNCED_DAYS - (await days.since(on))),
  });
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
    /** What the owner has to know of the studio's machine before it is too late. */
    async upkeep(): Promise<Upkeep> {
      const jump = await days.lastJump();
      const isLately = jump && clock.now().getTime() - jump.at.getTime() < TOLD_MS;
      return {
        erasures: await Promise.all((await erasures.list()).map(toComing)),
        clockJump: jump && isLately ? { at: jump.at.toISOString(), days: jump.days } : null,
        lowRoomBytes: backups === undefined ? null : await lowRoomIn(backups),
      };
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

/** The bytes that are free, where they are few; null where there is room, or where that cannot be told. */
async function lowRoomIn(folder: string): Promise<number | null> {
  const found = await statfs(folder).catch(() => statfs(dirname(folder)).catch(() => undefined));
  if (!found) return null;
  const free = found.bavail * found.bsize;
  return free < LOW_BYTES || found.bavail < LOW_SHARE * found.blocks ? free : null;
}

export type KeepingService = ReturnType<typeof createRecordsService>;
