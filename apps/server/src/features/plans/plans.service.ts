import type {
  Assign,
  Person,
  Plan,
  PlanFigures,
  PlanNews,
  PlanSummary,
  SavePlan,
} from '@harvu/contract';
import type { ChangedPart, Teaching } from '@harvu/core/plan';
import { dayAt, type Day } from '@harvu/core/day';
import type { SongDocument } from '@harvu/core/song';
import { isTeaching } from '../../platform/access';
import type { Clock } from '../../platform/clock';
import type { InTransaction, Tx } from '../../platform/database';
import { badRequest, conflict, missing, type DomainError } from '../../platform/errors';
import type { PeopleStore } from '../people';
import type { OverrulesStore, SongsStore } from '../songs';
import type { EventsStore } from './events.store';
import { createPlanAccess } from './plan-access';
import type { OpenFinding } from './plan-tasks';
import type { PlansStore } from './plans.store';

export interface PlansDeps {
  readonly plans: PlansStore;
  readonly events: EventsStore;
  readonly songs: SongsStore;
  readonly overrules: OverrulesStore;
  readonly people: PeopleStore;
  readonly clock: Clock;
  readonly timeZone: () => Promise<string>;
  readonly inTransaction: InTransaction;
  /** Works out all that is noticed about a song and its steps, in a thread of its own. */
  readonly findAll: (song: {
    readonly document: SongDocument;
    readonly teaching: Teaching;
  }) => Promise<readonly OpenFinding[]>;
  /** What of a song is played otherwise in one revision than in another, in a thread of its own. */
  readonly changedBetween: (songs: {
    readonly before: SongDocument;
    readonly after: SongDocument;
  }) => Promise<readonly ChangedPart[]>;
  /** How the studio teaches a song. */
  readonly teachingOf: (songId: string) => Promise<Teaching>;
  /** What a plan for a student stands on. */
  readonly figuresFor: (studentId: string, songId: string) => Promise<PlanFigures>;
  readonly minutesOf: (studentId: string) => Promise<readonly number[]>;
  /** By which day each student wants a song, where they asked for it and said so. */
  readonly wishesFor: (songId: string) => Promise<ReadonlyMap<string, Day>>;
}

const NOTHING_TO_PLAY = conflict(
  'There is nothing to play in this song yet.',
  'Write its bars at the bench first.',
  'revision',
);

/** A plan that is moved to another revision, and what is played otherwise there. */
interface CorrectedPlan {
  readonly planId: string;
  readonly changed: readonly ChangedPart[];
}

/** Gives songs to students, and keeps how each of them is taught. */
export function createPlansService(deps: PlansDeps) {
  const { plans, events, clock, figuresFor } = deps;
  const findFor = createPlanAccess(plans);

  /** A song that was taken back can be read, and is changed only by giving it again. */
  async function findInWork(id: string, person: Person): Promise<PlanSummary> {
    const plan = await findFor(id, person);
    if (plan.withdrawnAt !== null) {
      throw conflict('This song was taken back.', 'Give it again to change how it is taught.');
    }
    return plan;
  }

  async function find(id: string, person: Person): Promise<Plan> {
    const plan = await findFor(id, person);
    const [way, log, minutesByWeekday] = await Promise.all([
      plans.wayOf(id),
      events.listOf(id),
      deps.minutesOf(plan.studentId),
    ]);
    if (!way) throw missing('plan');
    return { ...plan, ...way, ...log, minutesByWeekday };
  }

  return {
    list: (person: Person) => (isTeaching(person) ? plans.listAll() : plans.listOf(person.id)),
    ...createGiving(deps),
    find,
    /** What happened after an event, and whether the plan itself is still the one that was had. */
    async news(id: string, after: number, person: Person): Promise<PlanNews> {
      const { revision } = await findFor(id, person);
      const [way, log] = await Promise.all([plans.wayOf(id), events.listOf(id, after)]);
      if (!way) throw missing('plan');
      return { revision, version: way.version, ...log };
    },
    /** Changes how one plan is taught; what was done stays done. */
    async change(id: string, save: SavePlan, teacher: Person): Promise<Plan> {
      const plan = await findInWork(id, teacher);
      const { baseVersion: version, teaching, takeFigures } = save;
      const now = await plans.wayOf(id);
      const kept = now?.figures ?? (await figuresFor(plan.studentId, plan.songId));
      const figures = takeFigures ? await figuresFor(plan.studentId, plan.songId) : kept;
      if (!(await plans.saveWay(id, { version, teaching, figures }))) {
        throw conflict(
          'Somebody else changed this plan in between.',
          'Reload the page; your last change is not kept.',
          'baseVersion',
        );
      }
      return find(id, teacher);
    },
    /** Takes the song back; giving it again brings everything back. */
    async withdraw(id: string, teacher: Person): Promise<void> {
      await findFor(id, teacher);
      await plans.setWithdrawn(id, clock.now());
    },
  };
}

/** A fault is settled or overruled with a reason before anybody learns the song. */
function createSongGate({
  songs,
  overrules,
  findAll,
}: Pick<PlansDeps, 'songs' | 'overrules' | 'findAll'>) {
  return async (songId: string, assign: Assign, teaching: Teaching): Promise<void> => {
    const { revision, despiteDoubts = false } = assign;
    const document = await songs.documentOf(songId, revision);
    if (!document) throw missing('song');
    if (!(await songs.isKept(songId))) {
      throw conflict('This song was deleted.', 'Bring it back on the songs page first.', 'song');
    }
    if (!document.sections.some(({ bars, parent }) => bars.length > 0 || parent !== undefined))
      throw NOTHING_TO_PLAY;
    const overruled = new Set((await overrules.listOf(songId)).map((one) => one.key));
    const all = await findAll({ document, teaching });
    const open = all.filter((one) => !overruled.has(one.key));
    const faults = open.filter((one) => one.severity === 'fault');
    if (faults.length > 0) throw faultsLeft(faults);
    const doubts = open.filter((one) => one.code === 'doubt-open');
    if (doubts.length > 0 && !despiteDoubts) throw doubtsLeft(doubts);
  };
}

function placesOf(findings: readonly OpenFinding[]): string {
  return findings.map((one) => `${one.at}: ${one.message}`).join(' ');
}

function doubtsLeft(doubts: readonly OpenFinding[]): DomainError {
  return conflict(
    `Something needs listening still. ${placesOf(doubts.slice(0, 3))}`,
    'Settle it at the bench, or give the song all the same.',
    'despiteDoubts',
  );
}

function faultsLeft(open: readonly OpenFinding[]): DomainError {
  const many = open.length === 1 ? 'a fault' : `${open.length} faults`;
  const isOrder = open[0]?.code === 'frame-late';
  return conflict(
    `The song has ${many} left: ${placesOf(open.slice(0, 1))}`,
    isOrder
      ? 'Move the step on the steps page, or take back what was done to it.'
      : 'Settle it at the bench, or overrule it there with a reason.',
    'revision',
  );
}

/** What was signed off of a song is never silently of another one: what changed is written into the log. */
function createCorrections({ plans, events, songs, clock, timeZone, changedBetween }: PlansDeps) {
  return {
    async correctedFor(
      songId: string,
      { revision, ids }: { readonly revision: number; readonly ids: readonly string[] },
    ): Promise<readonly CorrectedPlan[]> {
      const given = (await plans.listOfSong(songId)).filter(
        (plan) => ids.includes(plan.studentId) && plan.revision !== revision,
      );
      if (given.length === 0) return [];
      const after = await songs.documentOf(songId, revision);
      return Promise.all(
        given.map(async (plan) => {
          const before = await songs.documentOf(songId, plan.revision);
          const changed = before && after ? await changedBetween({ before, after }) : [];
          return { planId: plan.id, changed };
        }),
      );
    },
    async noteCorrected(
      { planId, changed }: CorrectedPlan,
      { teacher, revision }: { readonly teacher: Person; readonly revision: number },
      tx: Tx,
    ): Promise<void> {
      if (changed.length === 0) return;
      const now = clock.now();
      const at = now.toISOString();
      const event = {
        id: clock.newId(),
        kind: 'changed' as const,
        at,
        source: 'teacher' as const,
        day: dayAt(at, await timeZone()),
        revision,
        parts: changed.map(({ id }) => id),
        names: changed.map(({ name }) => name),
      };
      const logged = { event, planId, loggedBy: teacher.id, receivedAt: now, sentAt: null };
      await events.add([logged], tx);
    },
  };
}

/** Gives songs to students: whoever has it already keeps their way and all they did. */
function createGiving(deps: PlansDeps) {
  const { plans, people, clock, inTransaction, figuresFor } = deps;
  const checkSong = createSongGate(deps);
  const corrections = createCorrections(deps);
  return {
    async assign(songId: string, assign: Assign, teacher: Person): Promise<void> {
      const { revision } = assign;
      // In one order, so that two teachers who give songs at once wait instead of locking each other out.
      const ids = [...new Set(assign.studentIds)].sort();
      const teaching = assign.teaching ?? (await deps.teachingOf(songId));
      await checkSong(songId, assign, teaching);
      if ((await people.findStudents(ids)).length !== ids.length) {
        throw badRequest(
          'One of these is no student of the studio.',
          'Choose from the list.',
          'studentIds',
        );
      }
      const wishes = await deps.wishesFor(songId);
      const given = { songId, revision, assignedBy: teacher.id, assignedAt: clock.now() };
      const figures = await Promise.all(ids.map((id) => figuresFor(id, songId)));
      const corrected = await corrections.correctedFor(songId, { revision, ids });
      await inTransaction(async (tx) => {
        for (const one of corrected)
          await corrections.noteCorrected(one, { teacher, revision }, tx);
        for (const [place, studentId] of ids.entries()) {
          const own = figures[place];
          // The day somebody asked for stands, unless the teacher has said another.
          const wantedOn = teaching.wantedOn ?? wishes.get(studentId) ?? null;
          const plan = {
            ...given,
            id: clock.newId(),
            studentId,
            teaching: { ...teaching, wantedOn },
          };
          if (own) await plans.put({ ...plan, figures: own }, tx);
        }
      });
    },
  };
}

export type PlansService = ReturnType<typeof createPlansService>;
