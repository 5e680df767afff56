import type { Evening, EveningPlay, Person, Programme, SaveEvening } from '@harvu/contract';
import { settledFrame, type SongDocument } from '@harvu/core/song';
import { timelineOf } from '@harvu/core/timeline';
import { LRUCache } from 'lru-cache';
import type { Clock } from '../../platform/clock';
import { conflict, missing } from '../../platform/errors';
import type { KeptStore } from '../../platform/versioned-store';
import type { OverviewService } from '../overview';
import type { PlansStore } from '../plans';

export interface EveningDeps {
  readonly evenings: KeptStore<Programme>;
  readonly plans: PlansStore;
  readonly overview: OverviewService;
  readonly clock: Clock;
}

/** The studio has one evening ahead of it. */
export const NEXT_EVENING = 'next';
const NONE: Programme = { title: '', day: null, planIds: [] };
const MOST_KEPT = 500;

type Standing = Pick<EveningPlay, 'tuning' | 'capo' | 'lasts'>;

/** Keeps the programme of the next evening, beside every song that could be on it. */
export function createEveningService({ evenings, plans, overview, clock }: EveningDeps) {
  const known = new LRUCache<string, Standing>({ max: MOST_KEPT });

  async function find(person: Person): Promise<Evening> {
    const [kept, { songs }] = await Promise.all([evenings.find(NEXT_EVENING), overview.of(person)]);
    const keyOf = ({ songId, revision }: (typeof songs)[number]): string => `${songId} ${revision}`;
    const fresh = songs.filter((song) => !known.has(keyOf(song)));
    const ways = await plans.waysOf(fresh.map(({ id }) => id));
    for (const song of fresh) {
      const way = ways.get(song.id);
      if (way) known.set(keyOf(song), standingOf(way.document));
    }
    const plays = songs.flatMap((song): readonly EveningPlay[] => {
      const standing = known.get(keyOf(song));
      const { id: planId, title, studentName } = song;
      const { readiness } = song.overview;
      return standing ? [{ planId, title, studentName, readiness, ...standing }] : [];
    });
    return { version: kept?.version ?? 0, programme: kept?.value ?? NONE, plays };
  }

  return {
    find,
    async save({ baseVersion, programme }: SaveEvening, teacher: Person): Promise<Evening> {
      const found = await plans.waysOf(programme.planIds);
      if (programme.planIds.some((id) => !found.has(id))) throw missing('song in work');
      const keeping = { baseVersion, value: programme, by: teacher.id, at: clock.now() };
      if (!(await evenings.put(NEXT_EVENING, keeping))) {
        throw conflict(
          'Somebody else changed the programme in between.',
          'Reload the page; your last change is not kept.',
          'baseVersion',
        );
      }
      return find(teacher);
    },
  };
}

function standingOf(document: SongDocument): Standing {
  const { tuning, capo } = settledFrame(document);
  return { tuning, capo, lasts: timelineOf(document).lasts };
}

export type EveningService = ReturnType<typeof createEveningService>;
