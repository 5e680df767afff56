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
  readonly document: SongDocument;
}

export interface SavedSong {
  readonly revision: number;
  readonly savedAt: string;
}
