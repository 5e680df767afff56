import type { Assign, NewTry, Person, Plan, PlanSummary } from '@harvu/contract';
import { findingsOf, type Finding } from '@harvu/core/checks';
import { makeSteps, workpieceOf } from '@harvu/core/steps';
import { isTeaching } from '../../platform/access';
import type { Clock } from '../../platform/clock';
import { isTaken, type Tx } from '../../platform/database';
import { badRequest, conflict, missing, type DomainError } from '../../platform/errors';
import type { PeopleStore } from '../people';
import type { OverrulesStore, SongsStore } from '../songs';
import type { PlansStore } from './plans.store';

export interface PlansDeps {
  readonly plans: PlansStore;
  readonly songs: SongsStore;
  readonly overrules: OverrulesStore;
  readonly people: PeopleStore;
  readonly clock: Clock;
  readonly inTransaction: <T>(work: (tx: Tx) => Promise<T>) => Promise<T>;
}

/** A clock at home may be a little ahead of ours; more than this is a wrong date. */
const AHEAD_MS = 10 * 60_000;
const MOST_REMEMBERED = 200;

/** Remembers the step ids of a revision; a revision never changes, so they never do. */
function createStepIds(plans: PlansStore) {
  const remembered = new Map<string, ReadonlySet<string>>();
  return async (plan: PlanSummary): Promise<ReadonlySet<string>> => {
    const key = `${plan.songId} ${plan.revision}`;
    const known = remembered.get(key);
    if (known) return known;
    const document = await plans.documentOf(plan);
    const steps = document ? makeSteps(workpieceOf(document)) : [];
    const ids = new Set(steps.map((step) => step.id));
    if (remembered.size >= MOST_REMEMBERED) remembered.clear();
    remembered.set(key, ids);
    return ids;
  };
}

/** A fault is settled or overruled with a reason before anybody learns the song. */
function createSongGate({ songs, overrules }: Pick<PlansDeps, 'songs' | 'overrules'>) {
  return async (songId: string, { revision, despiteDoubts = false }: Assign): Promise<void> => {
    const document = await songs.documentOf(songId, revision);
    if (!document) throw missing('song');
    const overruled = new Set((await overrules.listOf(songId)).map((one) => one.key));
    const open = findingsOf(document).filter((one) => !overruled.has(one.key));
    const faults = open.filter((one) => one.severity === 'fault');
    if (faults.length > 0) throw faultsLeft(faults);
    const doubts = open.filter((one) => one.code === 'doubt-open');
    if (doubts.length > 0 && !despiteDoubts) throw doubtsLeft(doubts);
  };
}

function placesOf(findings: readonly Finding[]): string {
  return findings.map((one) => `${one.at}: ${one.message}`).join(' ');
}

function doubtsLeft(doubts: readonly Finding[]): DomainError {
  return conflict(
    `Something needs listening still. ${placesOf(doubts.slice(0, 3))}`,
    'Settle it at the bench, or give the song all the same.',
    'despiteDoubts',
  );
}

function faultsLeft(open: readonly Finding[]): DomainError {
  const many = open.length === 1 ? 'a fault' : `${open.length} faults`;
  return conflict(
    `The song has ${many} left: ${placesOf(open.slice(0, 1))}`,
    'Settle it at the bench, or overrule it there with a reason.',
    'revision',
  );
}

/** Gives songs to students and keeps what they do with them. */
export function createPlansService(deps: PlansDeps) {
  const { plans, people, clock, inTransaction } = deps;
  const checkSong = createSongGate(deps);
  const stepIdsOf = createStepIds(plans);

  /** Somebody else's plan is answered like one that does not exist. */
  async function findFor(id: string, person: Person): Promise<PlanSummary> {
    const plan = await plans.find(id);
    if (!plan || (!isTeaching(person) && plan.studentId !== person.id)) throw missing('plan');
    return plan;
  }

  async function checkTry(one: NewTry, plan: PlanSummary): Promise<void> {
    if (Date.parse(one.at) > clock.now().getTime() + AHEAD_MS) {
      throw badRequest('This try lies in the future.', 'Set the clock of the device right.', 'at');
    }
    if (!(await stepIdsOf(plan)).has(one.stepId)) {
      throw badRequest(
        'The plan has no such step.',
        'Reload the plan; its song was changed.',
        'stepId',
      );
    }
  }

  return {
    list: (person: Person) => (isTeaching(person) ? plans.listAll() : plans.listOf(person.id)),
    async find(id: string, person: Person): Promise<Plan> {
      const plan = await findFor(id, person);
      const document = await plans.documentOf(plan);
      if (!document) throw missing('plan');
      return { ...plan, document, tries: await plans.triesOf(id) };
    },
    async assign(songId: string, assign: Assign, teacher: Person): Promise<void> {
      const { revision } = assign;
      const ids = [...new Set(assign.studentIds)];
      await checkSong(songId, assign);
      if ((await people.findStudents(ids)).length !== ids.length) {
        throw badRequest(
          'One of these is no student of the studio.',
          'Choose from the list.',
          'studentIds',
        );
      }
      const given = { songId, revision, assignedBy: teacher.id, assignedAt: clock.now() };
      await inTransaction(async (tx) => {
        for (const studentId of ids)
          await plans.put({ ...given, id: clock.newId(), studentId }, tx);
      });
    },
    /** The same try sent twice is stored once, and answered the same both times. */
    async log(planId: string, one: NewTry, person: Person): Promise<void> {
      const plan = await findFor(planId, person);
      await checkTry(one, plan);
      const source = isTeaching(person) ? 'teacher' : 'self';
      const logged = { ...one, bpm: one.bpm ?? null, planId, source, loggedBy: person.id } as const;
      try {
        await plans.addTries([{ ...logged, receivedAt: clock.now() }]);
      } catch (error) {
        if (!isTaken(error)) throw error;
        if ((await plans.planOfTry(one.id)) === planId) return;
        throw conflict('This try belongs to another plan.', 'Send it with an id of its own.', 'id');
      }
    },
  };
}

export type PlansService = ReturnType<typeof createPlansService>;
