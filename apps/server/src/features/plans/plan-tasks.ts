import type { PlanFigures } from '@harvu/contract';
import { constantsWith } from '@harvu/core/assumptions';
import { findingsOf, stepFindings, type Finding } from '@harvu/core/checks';
import type { Conventions } from '@harvu/core/conventions';
import type { TryEvent } from '@harvu/core/events';
import { makePlan, type Teaching } from '@harvu/core/plan';
import { overviewOf, type PlanOverview } from '@harvu/core/progress';
import type { SongDocument } from '@harvu/core/song';

/** A plan and what was played in it, as an overview is worked out from them. */
export interface PlanAtWork {
  readonly document: SongDocument;
  readonly teaching: Teaching;
  readonly figures: PlanFigures;
  readonly names: Conventions['names'];
  readonly tries: readonly TryEvent[];
}

/** Works out how a plan stands. */
export function lookOver({ document, teaching, figures, names, tries }: PlanAtWork): PlanOverview {
  const { student, constants } = figures;
  const made = makePlan(document, {
    ...{ teaching, student, names, constants: constantsWith(constants) },
  });
  return overviewOf(made, tries);
}

/** What stands between a song and being given. */
export type OpenFinding = Pick<Finding, 'key' | 'code' | 'severity' | 'at' | 'message'>;

/** Works out all that is noticed about a song and its steps. */
export function findAll({
  document,
  teaching,
}: Pick<PlanAtWork, 'document' | 'teaching'>): readonly OpenFinding[] {
  const all = [...findingsOf(document), ...stepFindings(makePlan(document, { teaching }))];
  return all.map(({ key, code, severity, at, message }) => ({ key, code, severity, at, message }));
}
