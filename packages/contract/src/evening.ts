import type { Day } from '@harvu/core/day';
import type { Tuning } from '@harvu/core/pitch';
import type { ReadinessSummary } from '@harvu/core/standing';
import { array } from 'yup';
import { exactly, id, maybeDay, maybeWords, whole } from './fields';

const MOST_ITEMS = 60;

/** The programme of an evening: what is played, in its order. */
export interface Programme {
  readonly title: string;
  readonly day: Day | null;
  /** The songs in work that are played, by their plans. */
  readonly planIds: readonly string[];
}

/** A programme, from the state one started from; 0 where there was none. */
export interface SaveEvening {
  readonly baseVersion: number;
  readonly programme: Programme;
}

/** The programme of an evening. */
export const programmeSchema = exactly<Programme>()({
  title: maybeWords(80),
  day: maybeDay(),
  planIds: array()
    .of(id())
    .strict(true)
    .required('must be a list')
    .max(MOST_ITEMS, `must name at most ${MOST_ITEMS} songs`)
    .test('once', 'must name each song once', (all) => new Set(all).size === all.length),
});

export const saveEveningSchema = exactly<SaveEvening>()({
  baseVersion: whole(0, 1_000_000),
  programme: programmeSchema,
});

/** A song in work that could be played: by whom, how the guitar stands for it, and how far it is. */
export interface EveningPlay {
  readonly planId: string;
  readonly title: string;
  readonly studentName: string;
  readonly tuning: Tuning;
  readonly capo: number;
  /** How long it lasts at its own tempo, in seconds. */
  readonly lasts: number;
  readonly readiness: ReadinessSummary;
}

/** The programme as it is kept, with everything that could be on it. */
export interface Evening {
  readonly version: number;
  readonly programme: Programme;
  readonly plays: readonly EveningPlay[];
}
