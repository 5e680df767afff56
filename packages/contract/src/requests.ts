import type { FitTold } from '@harvu/core/fit';
import type { Day } from '@harvu/core/day';
import { array, type InferType } from 'yup';
import type { OwnConstants } from '@harvu/core/constants';
import { exactly, id, maybeDay, maybeWords, words } from './fields';

const newRequestFields = {
  title: words(120),
  playedBy: maybeWords(120),
  why: maybeWords(500),
  wantedBy: maybeDay(),
};

export const newRequestSchema = exactly(newRequestFields);
export type NewRequest = InferType<typeof newRequestSchema>;

const MOST_AT_ONCE = 1000;

/** Requests that come from somewhere else, each of somebody who is there. */
export const addRequestsSchema = exactly({
  requests: array()
    .of(exactly({ studentId: id(), ...newRequestFields }))
    .strict(true)
    .required('must be a list')
    .min(1, 'must have a request')
    .max(MOST_AT_ONCE, `must have at most ${MOST_AT_ONCE} requests`),
});
export type AddRequests = InferType<typeof addRequestsSchema>;

const MOST_JOINED = 100;
const LONGEST_CHORDS = 20_000;

/** Requests for the same song, answered with it. */
const alsoIds = () =>
  array()
    .of(id())
    .strict(true)
    .required('must be a list')
    .max(MOST_JOINED, `must name at most ${MOST_JOINED} requests`);

export const acceptSchema = exactly<Accept>()({
  alsoIds: alsoIds(),
  songId: id().defined().nullable(),
});

/** Takes a request up: a new song is started, or a song on the shelf is the one. */
export interface Accept {
  readonly alsoIds: readonly string[];
  readonly songId: string | null;
}

export const declineSchema = exactly<Decline>()({
  reason: words(500),
  alsoIds: alsoIds(),
});

export interface Decline {
  readonly reason: string;
  readonly alsoIds: readonly string[];
}

export const chordsSchema = exactly({ chords: maybeWords(LONGEST_CHORDS) });
/** A rough chart of a song that is asked for, as chart text; empty where none is kept. */
export type RoughChords = InferType<typeof chordsSchema>;

export type RequestStatus = 'waiting' | 'accepted' | 'declined';

/** A song somebody asked for, and what became of it. */
export interface SongRequest {
  readonly id: string;
  readonly studentId: string;
  readonly studentName: string;
  readonly title: string;
  readonly playedBy: string;
  readonly why: string;
  readonly wantedBy: string | null;
  readonly status: RequestStatus;
  /** Why it was declined; empty otherwise. */
  readonly reason: string;
  readonly songId: string | null;
  readonly askedAt: string;
  /** A rough chart to weigh the song by; empty where there is none, and to a student. */
  readonly chords: string;
}

/** A request that waits, with how well its song fits whoever asks. */
export interface WeighedRequest extends SongRequest {
  /** A song on the shelf that is probably the one; null where there is none. */
  readonly shelf: { readonly id: string; readonly title: string } | null;
  /** What it was weighed by. */
  readonly chart: 'shelf' | 'rough' | null;
  readonly fit: FitTold | null;
  readonly grips: readonly string[];
}

/** All that is asked for, weighed. */
export interface RequestQueue {
  readonly today: Day;
  readonly constants: OwnConstants;
  readonly waiting: readonly WeighedRequest[];
  readonly answered: readonly SongRequest[];
  /** Songs that are learnt now, with their chords. */
  readonly inWork: readonly { readonly title: string; readonly grips: readonly string[] }[];
}
