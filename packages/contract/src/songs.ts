import type { SongDocument } from '@harvu/core/song';
import type { FilledBlock } from '@harvu/core/standing';
import type { InferType } from 'yup';
import { array, string } from 'yup';
import { exactly, maybe, maybeWords, whole, words } from './fields';
import { songDocumentSchema } from './song-document';

/** A new song: its title, and all of it where it comes from a file. */
export interface NewSong {
  readonly title: string;
  readonly playedBy: string;
  readonly document?: SongDocument;
}

export const newSongSchema = exactly<NewSong>()({
  title: words(120),
  playedBy: maybeWords(120),
  document: maybe(songDocumentSchema),
});

const MOST_TAGS = 12;

/** What a song is called, and by which words it is found again. */
export const songLabelSchema = exactly({
  title: words(120),
  playedBy: maybeWords(120),
  tags: array()
    .of(words(30))
    .strict(true)
    .required('must be a list')
    .max(MOST_TAGS, `must have at most ${MOST_TAGS} tags`),
});
export type SongLabel = InferType<typeof songLabelSchema>;

/** Where a song lies: at hand, put away, or deleted and kept for a while. */
export const SONG_PLACES = ['here', 'away', 'deleted'] as const;
export type SongPlace = (typeof SONG_PLACES)[number];

export const movedSongSchema = exactly({
  place: string().strict(true).required('must be said').oneOf(SONG_PLACES, 'must be a place'),
});
export type MovedSong = InferType<typeof movedSongSchema>;

/** How many days a deleted song can be brought back. */
export const DELETED_KEPT_DAYS = 30;

export interface SaveSong {
  readonly baseRevision: number;
  readonly document: SongDocument;
}

/** The revision the edit started from, and the whole song after it. */
export const saveSongSchema = exactly<SaveSong>()({
  baseRevision: whole(1, 1_000_000),
  document: songDocumentSchema,
});

/** The teacher's word against a finding: kept with its reason until the finding's cause changes. */
export const overruleSchema = exactly({ key: words(1000), reason: words(300) });
export type Overrule = InferType<typeof overruleSchema>;

export const withdrawSchema = exactly({ key: words(1000) });
export type WithdrawOverrule = InferType<typeof withdrawSchema>;

export interface Overruled extends Overrule {
  readonly by: string;
  readonly at: string;
}

export interface SongSummary {
  readonly id: string;
  readonly title: string;
  readonly playedBy: string;
  readonly revision: number;
  readonly savedAt: string;
  readonly studentCount: number;
  readonly tags: readonly string[];
  readonly place: SongPlace;
  /** When it was put away or deleted. */
  readonly movedAt: string | null;
  /** Until when it can be brought back, where it is deleted. */
  readonly keptUntil: string | null;
  /** The names of its chords, each once. */
  readonly chords: readonly string[];
  /** Its sections in playing order. */
  readonly blocks: readonly Pick<FilledBlock, 'letter' | 'name' | 'bars'>[];
}

export interface Song {
  readonly tags: readonly string[];
  readonly id: string;
  readonly title: string;
  readonly playedBy: string;
  readonly revision: number;
  readonly savedAt: string;
  readonly savedBy: string;
  readonly document: SongDocument;
  readonly overruled: readonly Overruled[];
}

export interface SavedSong {
  readonly revision: number;
  readonly savedAt: string;
}

/** An older state of a song that one can go back to. */
export interface RevisionSummary {
  readonly number: number;
  readonly by: string;
  readonly at: string;
  /** How many students learn the song as it was then. */
  readonly planCount: number;
}

export interface RevisionDocument {
  readonly number: number;
  readonly document: SongDocument;
}

/** What whoever has a song open is told when it was saved elsewhere. */
export interface SongChange {
  readonly revision: number;
  readonly by: string;
}
