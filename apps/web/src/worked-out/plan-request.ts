import type { Plan } from '@harvu/contract';
import type { Teaching } from '@harvu/core/plan';
import type { Student } from '@harvu/core/player';
import type { SongDocument } from '@harvu/core/song';
import type { OwnConstants } from '@harvu/core/constants';

/** A song, how it is taught, and whom it is taught to. */
export interface PlanRequest {
  readonly song: SongDocument;
  readonly teaching: Teaching;
  readonly student: Student;
  readonly constants: OwnConstants;
}

/** What the steps of a plan are made from: its revision, its way, and the figures it stands on. */
export function requestOf({ document, teaching, figures }: Plan): PlanRequest {
  return { song: document, teaching, ...figures };
}
