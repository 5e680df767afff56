import type { SongDocument } from '@harvu/core/song';
import type { InferType, Schema } from 'yup';
import { exactly, maybeWords, whole, words } from './fields';
import { songDocumentSchema } from './song-document';

export const newSongSchema = exactly({ title: words(120), playedBy: maybeWords(120) });
export type NewSong = InferType<typeof newSongSchema>;

export interface SaveSong {
  readonly baseRevision: number;
  readonly document: SongDocument;
}

/** The revision the edit started from, and the whole song after it. */
export const saveSongSchema = exactly({
  baseRevision: whole(1, 1_000_000),
  document: songDocumentSchema,
}) as unknown as Schema<SaveSong>;

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
}

export interface Song {
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
