import type { InferType } from 'yup';
import { exactly, maybeDay, maybeWords, words } from './fields';

export const newRequestSchema = exactly({
  title: words(120),
  playedBy: maybeWords(120),
  why: maybeWords(500),
  wantedBy: maybeDay(),
});
export type NewRequest = InferType<typeof newRequestSchema>;

export const declineSchema = exactly({ reason: words(500) });
export type Decline = InferType<typeof declineSchema>;

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
}
