import type { Person, SaveTeaching, SongTeaching } from '@harvu/contract';
import { USUAL_TEACHING, type Teaching } from '@harvu/core/plan';
import type { Clock } from '../../platform/clock';
import { conflict, missing } from '../../platform/errors';
import type { KeptStore } from '../../platform/versioned-store';
import type { SongsStore } from './songs.store';

export interface TeachingDeps {
  readonly teachings: KeptStore<Teaching>;
  readonly songs: SongsStore;
  readonly clock: Clock;
}

/** Keeps how the studio teaches each song until a student's plan says otherwise. */
export function createTeachingService({ teachings, songs, clock }: TeachingDeps) {
  async function find(songId: string): Promise<SongTeaching> {
    if (!(await songs.isThere(songId))) throw missing('song');
    const kept = await teachings.find(songId);
    return { version: kept?.version ?? 0, teaching: kept?.value ?? USUAL_TEACHING };
  }
  return {
    find,
    async save(songId: string, save: SaveTeaching, teacher: Person): Promise<SongTeaching> {
      if (!(await songs.isThere(songId))) throw missing('song');
      const { baseVersion, teaching } = save;
      const keeping = { baseVersion, value: teaching, by: teacher.id, at: clock.now() };
      if (!(await teachings.put(songId, keeping))) {
        throw conflict(
          'Somebody else changed the steps of this song in between.',
          'Reload the page; your last change is not kept.',
          'baseVersion',
        );
      }
      return { version: baseVersion + 1, teaching };
    },
  };
}

export type TeachingService = ReturnType<typeof createTeachingService>;
