import { constantsWith } from '@harvu/core/assumptions';
import { readChart } from '@harvu/core/chart';
import type { OwnConstants } from '@harvu/core/constants';
import type { Day } from '@harvu/core/day';
import { fitFor, fitTold, type FitTold } from '@harvu/core/fit';
import type { Practice } from '@harvu/core/plan';
import { songGrips, type Student } from '@harvu/core/player';
import type { SongDocument } from '@harvu/core/song';

/** A song that is asked for, as a document or as chart text, and who asks. */
export interface RequestToWeigh {
  readonly song: SongDocument | string;
  readonly student: Student;
  readonly constants: OwnConstants;
  readonly practice: Practice;
  readonly wantedOn: Day | null;
}

/** How well it fits, and the chords it is played with; none where nothing is written yet. */
export interface Weighed {
  readonly fit: FitTold | null;
  readonly grips: readonly string[];
}

/** The chords a song is played with, in the order they come. */
export function gripNames({ document }: { readonly document: SongDocument }): readonly string[] {
  return songGrips(document).map(({ name }) => name);
}

/** Weighs a song for whoever asks for it. */
export function weigh({ song, student, constants, practice, wantedOn }: RequestToWeigh): Weighed {
  const document = typeof song === 'string' ? readChart(song).song : song;
  const grips = gripNames({ document });
  if (grips.length === 0) return { fit: null, grips };
  // A day that has gone by says nothing of how long there is.
  const by = wantedOn !== null && wantedOn > practice.today ? { wantedOn } : {};
  const fit = fitFor(document, { student, practice, constants: constantsWith(constants), ...by });
  return { fit: fitTold(fit), grips };
}
