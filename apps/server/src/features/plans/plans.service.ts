import type {
  Assign,
  NewTry,
  Person,
  Plan,
  PlanFigures,
  PlanSummary,
  SavePlan,
} from '@harvu/contract';
import { constantsWith } from '@harvu/core/assumptions';
import { findingsOf, stepFindings, type Finding } from '@harvu/core/checks';
import { makePlan, type Teaching } from '@harvu/core/plan';
import { LAYERS, type SongDocument } from '@harvu/core/song';
import { makeSteps, workpieceOf } from '@harvu/core/steps';
import { isTeaching } from '../../platform/access';
import type { Clock } from '../../platform/clock';
import { isTaken, type Tx } from '../../platform/database';
import { badRequest, conflict, missing, type DomainError } from '../../platform/errors';
import type { PeopleStore } from '../people';
import type { OverrulesStore, SongsStore } from '../songs';
import type { PlansStore, PlanWay } from './plans.store';

export interface PlansDeps {
  readonly plans: PlansStore;
  readonly songs: SongsStore;
  readonly overrules: OverrulesStore;
  readonly people: PeopleStore;
  readonly clock: Clock;
  readonly inTransaction: <T>(work: (tx: Tx) => Promise<T>) => Promise<T>;
  /** How the studio teaches a song. */
  readonly teachingOf: (songId: string) => Promise<Teaching>;
  /** What a plan for a student stands on. */
  readonly figuresFor: (studentId: string, songId: string) => Promise<PlanFigures>;
  readonly minutesOf: (studentId: string) => Promise<readonly number[]>;
}

/** A clock at home may be a little ahead of ours; more than this is a wrong date. */
const AHEAD_MS = 10 * 60_000;
const MOST_REMEMBERED = 200;

/**
 * Remembers the step ids of a plan. Those of every layer count too: a try made before the teacher changed
 * the plan is evidence all the same.
 */
function createStepIds(plans: PlansStore) {
  const remembered = new Map<string, ReadonlySet<string>>();
  return async (plan: PlanSummary): Promise<ReadonlySet<string>> => {
    const [document, way] = await Promise.all([plans.documentOf(plan), plans.wayOf(plan.id)]);
    const key = `${plan.id} ${plan.revision} ${way?.version}`;
    const known = remembered.get(key);
    if (known) return known;
    const ids = new Set(document && way ? stepIdsOf(document, way) : []);
    if (remembered.size >= MOST_REMEMBERED) remembered.clear();
    remembered.set(key, ids);
    return ids;
  };
}

function stepIdsOf(document: SongDocument, { teaching, figures }: PlanWay): readonly string[] {
  const { student } = figures;
  const constants = constantsWith(figures.constants);
  const { steps, skipped, dropped } = makePlan(document, { teaching, student, constants });
  const work = workpieceOf(document);
  const everyLayer = LAYERS.flatMap((goal) => makeSteps(work, { goal, sings: true }));
  return [...steps, ...skipped, ...dropped, ...everyLayer].map((step) => step.id);
}

/** A fault is settled or overruled with a reason before anybody learns the song. */
function createSongGate({ songs, overrules }: Pick<PlansDeps, 'songs' | 'overrules'>) {
  return async (songId: string, assign: Assign, teaching: Teaching): Promise<void> => {
    const { revision, despiteDoubts = false } = assign;
    const document = await songs.documentOf(songId, revision);
    if (!document) throw missing('song');
    const overruled = new Set((await overrules.listOf(songId)).map((one) => one.key));
    const steps = stepFindings(makePlan(document, { teaching }));
    const open = [...findingsOf(document), ...steps].filter((one) => !overruled.has(one.key));
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
  const isOrder = open[0]?.code === 'frame-late';
  return conflict(
    `The song has ${many} left: ${placesOf(open.slice(0, 1))}`,
    isOrder
      ? 'Move the step on the steps page, or take back what was done to it.'
      : 'Settle it at the bench, or overrule it there with a reason.',
    'revision',
  );
}

/** Gives songs to students: whoever has it already keeps their way and all they did. */
function createGiving(deps: PlansDeps) {
  const { plans, people, clock, inTransaction, figuresFor } = deps;
  const checkSong = createSongGate(deps);
  return {
    async assign(songId: string, assign: Assign, teacher: Person): Promise<void> {
      const { revision } = assign;
      const ids = [...new Set(assign.studentIds)];
      const teaching = assign.teaching ?? (await deps.teachingOf(songId));
      await checkSong(songId, assign, teaching);
      if ((await people.findStudents(ids)).length !== ids.length) {
        throw badRequest(
          'One of these is no student of the studio.',
          'Choose from the list.',
          'studentIds',
        );
      }
      const given = { songId, revision, teaching, assignedBy: teacher.id, assignedAt: clock.now() };
      const figures = await Promise.all(ids.map((id) => figuresFor(id, songId)));
      await inTransaction(async (tx) => {
        for (const [place, studentId] of ids.entries()) {
          const own = figures[place];
          if (own) await plans.put({ ...given, id: clock.newId(), studentId, figures: own }, tx);
        }
      });
    },
  };
}

/** Gives songs to students and keeps what they do with them. */
export function createPlansService(deps: PlansDeps) {
  const { plans, clock, figuresFor } = deps;
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

  async function find(id: string, person: Person): Promise<Plan> {
    const plan = await findFor(id, person);
    const document = await plans.documentOf(plan);
    if (!document) throw missing('plan');
    const [way, tries, minutesByWeekday] = await Promise.all([
      plans.wayOf(id),
      plans.triesOf(id),
      deps.minutesOf(plan.studentId),
    ]);
    if (!way) throw missing('plan');
    return { ...plan, ...way, document, tries, minutesByWeekday };
  }

  return {
    list: (person: Person) => (isTeaching(person) ? plans.listAll() : plans.listOf(person.id)),
    ...createGiving(deps),
    find,
    /** Changes how one plan is taught; what was done stays done. */
    async change(id: string, save: SavePlan, teacher: Person): Promise<Plan> {
      const plan = await findFor(id, teacher);
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
