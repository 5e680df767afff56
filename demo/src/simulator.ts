import { USUAL_CONVENTIONS } from '@harvu/core/conventions';
import { climbOf, sceneOf, type Scene } from '@harvu/core/practice';
import { playSimulated, STEADY_PLAYER, type SimulatedPlayer } from '@harvu/core/simulated-player';
import { judgeTake, measuresOf, type ExpectedTime } from '@harvu/core/take';
import type { Try } from '@harvu/core/events';
import { dayAt } from '@harvu/core/day';
import { makePlan, USUAL_TEACHING, type StepPlan } from '@harvu/core/plan';
import type { SongDocument } from '@harvu/core/song';
import { kindOf, passOf, type Step } from '@harvu/core/steps';
import type { Student } from '@harvu/core/player';
import seedrandom from 'seedrandom';
import type { DemoLearning } from './people.data';

/** What a history is made from; the same seed and the same day give the same history. */
export interface HistoryRequest extends DemoLearning {
  /** What is known of the student: their steps start from it. */
  readonly student: Student;
  readonly until: Date;
  readonly newId: () => string;
  /** Days are counted there, as an IANA name. */
  readonly timeZone: string;
}

const DAY_MS = 86_400_000;
/** A breath, and reading what comes next, between two passes. */
const PAUSE_SECONDS = 8;
/** Tuning, or letting a grip ring. */
const STILL_SECONDS = 20;
/** Each try at a rung makes a clean pass at it more likely. */
const LEARNING = 0.06;

const FEW_STROKES = 5;
/** A hand that is off the beat by so much does not play clean, however few strokes there are. */
const UNEVEN_MS = 90;

/** Plays through the days of a history, one try after the other. */
class SimulatedStudent {
  private readonly plan: StepPlan;
  private readonly random: () => number;
  readonly tries: Try[] = [];
  /** Each step with its own tries, so that a try is weighed against these alone. */
  private readonly own = new Map<string, Try[]>();
  private readonly done = new Set<string>();
  private readonly scenes = new Map<string, Scene>();

  constructor(
    private readonly song: SongDocument,
    private readonly request: HistoryRequest,
  ) {
    const teaching = { ...USUAL_TEACHING, ...request.teaching };
    this.plan = makePlan(song, { teaching, student: request.student });
    this.random = seedrandom(request.seed);
  }

  practise(): void {
    const { weeks, daysAWeek, silentDays = 0, until } = this.request;
    for (let day = weeks * 7; day > silentDays; day--) {
      if (this.random() >= daysAWeek / 7) continue;
      const start = new Date(until.getTime() - day * DAY_MS);
      start.setUTCHours(16, Math.floor(this.random() * 50), 0, 0);
      this.practiseOn(start.getTime());
    }
  }

  private practiseOn(startMs: number): void {
    const minutes = this.request.minutesADay * (0.6 + 0.7 * this.random());
    let at = startMs;
    while (at < startMs + minutes * 60_000) {
      const step = this.nextStep();
      if (!step) return;
      at += this.tryOnce(step, at) * 1000;
    }
  }

  /** Mostly the first open step, sometimes one of the next two, as people do. */
  private nextStep(): Step | undefined {
    const open = this.plan.steps.filter(
      ({ id, needs }) => !this.done.has(id) && needs.every((need) => this.done.has(need)),
    );
    const wish = this.random();
    const place = wish < 0.5 ? 0 : wish < 0.8 ? 1 : 2;
    return open[place] ?? open[0];
  }

  /** Somebody who is stuck does not get past a tempo. */
  private isOverWall({ title }: Step, bpm: number | null): boolean {
    const { wall } = this.request;
    return wall?.step === title && (bpm ?? 0) > wall.bpm;
  }

  private sceneFor(step: Step): Scene {
    const known = this.scenes.get(step.id);
    if (known) return known;
    const about = { song: this.song, work: this.plan.work, conventions: USUAL_CONVENTIONS };
    const scene = sceneOf(step, about);
    this.scenes.set(step.id, scene);
    return scene;
  }

  /** Lets the stand-in play one pass, well or not yet, and hears whether it was clean. */
  private isHeardClean(step: Step, bpm: number | null, playsWell: boolean): boolean {
    const { expected, pass } = this.sceneFor(step);
    const slower = bpm === null ? 1 : pass.writtenBpm / bpm;
    const strokes = expected.map((one) => ({ ...one, atS: one.atS * slower }));
    // Tuning, a grip that is to ring: there is next to nothing to be in time with.
    if (strokes.length < FEW_STROKES) return playsWell;
    const turn = this.tries.length;
    const player = playsWell ? STEADY_PLAYER : strugglingAt(strokes, turn);
    const { onsetsS } = playSimulated(strokes, player, turn + 1);
    const measures = measuresOf(strokes, onsetsS);
    return judgeTake(strokes, measures, { isExact: true, hasClick: true }).clean;
  }

  /** Logs one try and gives the seconds it took. */
  private tryOnce(step: Step, atMs: number): number {
    const own = this.own.get(step.id) ?? [];
    const climb = climbOf(step, own);
    const bpm = step.rungs[climb.rung] ?? null;
    const { work } = this.plan;
    const isStill = kindOf(step).cleanWord === 'ringing';
    const beats = isStill ? 0 : passOf(step, work).stretch.beats;
    const seconds = beats === 0 ? STILL_SECONDS : (beats * 60) / (bpm ?? work.goalBpm);
    const at = new Date(atMs + seconds * 1000).toISOString();
    const before = own.filter((one) => one.bpm === bpm).length;
    const chance = this.isOverWall(step, bpm)
      ? 0
      : Math.min(0.96, this.request.ease + before * LEARNING);
    const made: Try = {
      id: this.request.newId(),
      stepId: step.id,
      at,
      day: dayAt(at, this.request.timeZone),
      bpm,
      clean: this.isHeardClean(step, bpm, this.random() < chance),
      passes: 1,
      seconds: Math.round(seconds),
      source: 'self',
    };
    this.tries.push(made);
    this.own.set(step.id, [...own, made]);
    if (climbOf(step, [...own, made]).isDone) this.done.add(step.id);
    return seconds + PAUSE_SECONDS;
  }
}

/** Makes the tries of a student who practises a song as described, up to a day. */
export function simulateHistory(song: SongDocument, request: HistoryRequest): readonly Try[] {
  const student = new SimulatedStudent(song, request);
  student.practise();
  return student.tries;
}

/** Somebody for whom it does not go yet: a change that is too slow, a place that is lost, or an uneven hand. */
function strugglingAt(strokes: readonly ExpectedTime[], turn: number): SimulatedPlayer {
  const changes = strokes.slice(1).filter((one) => one.chordChange === true);
  const to = changes[turn % Math.max(1, changes.length)]?.chord;
  if (to !== undefined && turn % 3 !== 0)
    return { ...STEADY_PLAYER, slowChanges: [{ to, lateMs: 240 }] };
  return strokes.length > 8
    ? { ...STEADY_PLAYER, stumbles: 1 }
    : { ...STEADY_PLAYER, jitterMs: UNEVEN_MS };
}
