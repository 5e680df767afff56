import type { OwnConstants } from '@harvu/core/assumptions';
import type { Teaching } from '@harvu/core/plan';
import type { SongDocument } from '@harvu/core/song';
import type { Student } from '@harvu/core/player';

/** A song, how it is taught, and whom it is taught to. */
export interface PlanRequest {
  readonly song: SongDocument;
  readonly teaching: Teaching;
  readonly student: Student;
  readonly constants: OwnConstants;
}
