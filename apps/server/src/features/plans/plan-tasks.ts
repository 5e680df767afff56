import type { PlanFigures } from '@harvu/contract';
import { constantsWith } from '@harvu/core/assumptions';
import { findingsOf, stepFindings, unreadIn, type Finding } from '@harvu/core/checks';
import type { Conventions } from '@harvu/core/conventions';
import type { PlanEvent } from '@harvu/core/events';
import {
  changedParts,
  makePlan,
  type ChangedPart,
  type StepPlan,
  type Teaching,
} from '@harvu/core/plan';
import { overviewOf, standingOf, type PlanOverview } from '@harvu/core/standing';
import type { SongDocument } from '@harvu/core/song';
import { LRUCache } from 'lru-cache';
import { createHash } from 'node:crypto';

/** A plan and what happened in it, as an overview is worked out from them. */
export interface PlanAtWork {
  readonly document: SongDocument;
  readonly teaching: Teaching;
  readonly figures: PlanFigures;
  readonly names: Conventions['names'];
  readonly events: readonly PlanEvent[];
}

/** Many learn the same song in the same way: its plan is then made once. */
const MOST_MADE = 60;
const made = new LRUCache<string, StepPlan>({ max: MOST_MADE });

/** Works out how a plan stands. */
export function lookOver({ events, ...plan }: PlanAtWork): PlanOverview {
  return overviewOf(standingOf(planOf(plan), events), plan.teaching.wantedOn);
}

/** What of a song is played otherwise in one revision than in another. */
export function changedBetween({
  before,
  after,
}: {
  readonly before: SongDocument;
  readonly after: SongDocument;
}): readonly ChangedPart[] {
  return changedParts(before, after);
}

/** What stands between a song and being given. */
export interface OpenFinding extends Pick<Finding, 'key' | 'severity' | 'at' | 'message'> {
  readonly code: string;
}

/** Works out all that is noticed about a song and its steps. */
export function findAll({
  document,
  teaching,
}: Pick<PlanAtWork, 'document' | 'teaching'>): readonly OpenFinding[] {
  const all = [...findingsOf(document), ...stepFindings(makePlan(document, { teaching }))];
  const noticed = all.map(({ key, code, severity, at, message }) => ({
    key,
    code,
    severity,
    at,
    message,
  }));
  return [...noticed, ...unreadOf(document)];
}

function planOf({ document, teaching, figures, names }: Omit<PlanAtWork, 'events'>): StepPlan {
  const content = JSON.stringify([document, teaching, figures, names]);
  const key = createHash('sha1').update(content).digest('base64');
  const { student, constants } = figures;
  const known = made.get(key);
  const plan =
    known ?? makePlan(document, { teaching, student, names, constants: constantsWith(constants) });
  if (!known) made.set(key, plan);
  return plan;
}

/** What cannot be read has to be written anew, or made a remark: no reason makes it playable. */
function unreadOf(document: SongDocument): readonly OpenFinding[] {
  return unreadIn(document).map(({ code, at, message }) => ({
    key: `unread ${code} ${at}`,
    severity: 'fault' as const,
    code,
    at,
    message,
  }));
}
