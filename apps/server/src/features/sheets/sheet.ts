import type { Conventions } from '@harvu/core/conventions';
import type { StepPlan } from '@harvu/core/plan';
import type { LessonPiece } from '@harvu/core/practice';
import type { SongDocument } from '@harvu/core/song';

/** How large a sheet is set, in points. */
export interface SheetSize {
  /** Between the margins. */
  readonly width: number;
  readonly chord: number;
  /** Below the chords of a bar. */
  readonly barBelow: number;
  /** Between blocks. */
  readonly between: number;
  /** How wide a grip is drawn. */
  readonly grip: number;
  /** Times its natural size that a pattern is drawn. */
  readonly lane: number;
  /** So many things until the next lesson. */
  readonly lines: number;
}

/** What a stand sheet is printed from. */
export interface Sheet {
  readonly title: string;
  readonly playedBy: string;
  /** Whose it is; empty for the studio's own. */
  readonly studentName: string;
  /** The day it is printed, as words. */
  readonly printedOn: string;
  readonly song: SongDocument;
  readonly plan: StepPlan;
  readonly lesson: { readonly heading: string; readonly pieces: readonly LessonPiece[] };
  readonly conventions: Conventions;
  readonly paper: 'A4' | 'LETTER';
  readonly size: SheetSize;
}
