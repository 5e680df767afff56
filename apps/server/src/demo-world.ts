import {
  DEMO_ACCOUNTS,
  DEMO_PEOPLE,
  DEMO_EVENING,
  DEMO_REQUESTS,
  DEMO_SONGS,
  DEMO_STUDIO,
  simulateHistory,
  type DemoLesson,
  type DemoSaying,
} from '@harvu/demo';
import { NEW_PROFILE, toStudent } from '@harvu/contract';
import { USUAL_CONVENTIONS } from '@harvu/core/conventions';
import { USUAL_TEACHING } from '@harvu/core/plan';
import { shownBy } from '@harvu/core/progress';
import { readChart } from '@harvu/core/chart';
import type { SongDocument } from '@harvu/core/song';
import { dayAfter, dayAt, weekdayOf, type Day } from '@harvu/core/day';
import type { PlanEvent, TryEvent } from '@harvu/core/events';
import { momentOf, slotLessonId, type WeeklySlot } from '@harvu/core/lessons';
import type { Sequelize } from 'sequelize';
import type { Stores } from './services';
import { NEXT_EVENING } from './features/evening';
import { checksumOf } from './features/songs';
import type { Clock } from './platform/clock';
import type { Tx } from './platform/database';
import type { Passwords } from './platform/passwords';

export interface DemoDeps {
  readonly sequelize: Sequelize;
  readonly stores: Stores;
  readonly clock: Clock;
  readonly passwords: Passwords;
  /** Where the server stands, as an IANA name. */
  readonly timeZone: string;
}

const DAY_MS = 86_400_000;
const WEEK_DAYS = 7;
const HEARD_A_LESSON = 3;

/** A student's hour, and who teaches in it. */
type DemoSlot = WeeklySlot & { readonly teacherId: string };

/** Writes the demo world, one kind of thing after the other. */
class Seeder {
  private readonly personIds = new Map<string, string>();
  private readonly evening: string[] = [];
  private readonly songIds = new Map<
    string,
    { readonly id: string; readonly document: SongDocument }
  >();
  private readonly slots = new Map<string, DemoSlot>();
  private readonly now: Date;

  constructor(
    private readonly deps: DemoDeps,
    private readonly tx: Tx,
  ) {
    this.now = deps.clock.now();
  }

  async seed(): Promise<void> {
    const { stores, timeZone } = this.deps;
    await stores.studio.add({ name: DEMO_STUDIO, isDemo: true, timeZone }, this.tx);
    await this.seedPeople();
    await this.seedSongs();
    await this.seedRequests();
    await this.seedPlans();
    await this.seedLessons();
  }

  private idOf(signInName: string): string {
    return this.personIds.get(signInName) ?? '';
  }

  private get teacherId(): string {
    return this.idOf(DEMO_ACCOUNTS[0]?.signInName ?? '');
  }

  private async seedPeople(): Promise<void> {
    const { stores, clock, passwords } = this.deps;
    for (const {
      password,
      consentDaysAgo,
      learns: _learns,
      lessons: _lessons,
      profile,
      comesToday,
      taughtBy,
      conventions,
      ...person
    } of DEMO_PEOPLE) {
      const id = clock.newId();
      this.personIds.set(person.signInName, id);
      const guardianConsentOn = daysAfter(
        this.now,
        consentDaysAgo === null ? null : -consentDaysAgo,
      );
      const passwordHash = await passwords.toHash(password);
      await stores.people.add(
        { ...person, id, guardianConsentOn, passwordHash, createdAt: this.now },
        this.tx,
      );
      if (conventions) {
        const own = { ...USUAL_CONVENTIONS, ...conventions };
        await stores.people.saveConventions(id, own, this.tx);
      }
      if (profile) {
        const slot = profile.lessonSlot ?? null;
        const lessonSlot = slot && this.slotFor(slot, comesToday !== undefined);
        const teacherId = taughtBy === undefined ? this.teacherId : this.idOf(taughtBy);
        const value = { ...NEW_PROFILE, ...profile, lessonSlot, teacherId };
        if (lessonSlot) this.slots.set(person.signInName, { ...lessonSlot, teacherId });
        const keeping = { baseVersion: 0, value, by: this.teacherId, at: this.now };
        await stores.profiles.put(id, keeping, this.tx);
      }
    }
  }

  private async seedSongs(): Promise<void> {
    const { stores, clock } = this.deps;
    for (const { title, playedBy, chart } of DEMO_SONGS) {
      const id = clock.newId();
      const document = readChart(chart).song;
      this.songIds.set(title, { id, document });
      const createdAt = daysBefore(this.now, 40);
      await stores.songs.add(
        { id, title, playedBy, createdBy: this.teacherId, createdAt },
        this.tx,
      );
      const revision = { songId: id, number: 1, document, checksum: checksumOf(document) };
      await stores.songs.addRevision({ ...revision, authorId: this.teacherId, createdAt }, this.tx);
    }
  }

  /** Who comes today comes today, and nobody else does. */
  private slotFor(slot: WeeklySlot, comesToday: boolean): WeeklySlot {
    const today = weekdayOf(this.today);
    if (comesToday) return { ...slot, weekday: today };
    return slot.weekday === today ? { ...slot, weekday: (today + 1) % WEEK_DAYS } : slot;
  }

  private get today(): Day {
    return dayAt(this.now.toISOString(), this.deps.timeZone);
  }

  private toEvent({ daysAgo, kind, words }: DemoSaying): PlanEvent {
    const at = daysBefore(this.now, daysAgo).toISOString();
    const happened = {
      id: this.deps.clock.newId(),
      at,
      day: dayAt(at, this.deps.timeZone),
      source: 'self' as const,
      revision: 1,
    };
    return kind === 'sore'
      ? { ...happened, kind }
      : { ...happened, kind: 'note', words, stepId: null };
  }

  /** On the day of a lesson the first few are played to the teacher. */
  private heardInLessons(tries: readonly TryEvent[], signInName: string): readonly TryEvent[] {
    const weekday = this.slots.get(signInName)?.weekday;
    const counts = new Map<Day, number>();
    return tries.map((one) => {
      const count = (counts.get(one.day) ?? 0) + 1;
      counts.set(one.day, count);
      const isHeard = weekdayOf(one.day) === weekday && count <= HEARD_A_LESSON;
      return isHeard ? { ...one, source: 'teacher' } : one;
    });
  }

  /** The lessons of the last weeks, on the days of the slot. */
  private async seedLessons(): Promise<void> {
    for (const { signInName, lessons = [] } of DEMO_PEOPLE) {
      const slot = this.slots.get(signInName);
      if (slot) for (const lesson of lessons) await this.seedLesson(signInName, slot, lesson);
    }
  }

  private async seedLesson(
    signInName: string,
    { weekday, time, minutes, teacherId }: DemoSlot,
    { weeksAgo, state, word, summary }: DemoLesson,
  ): Promise<void> {
    const studentId = this.idOf(signInName);
    const since = (weekdayOf(this.today) - weekday + WEEK_DAYS) % WEEK_DAYS;
    const slotDay = dayAfter(this.today, -since - WEEK_DAYS * (weeksAgo - (since > 0 ? 1 : 0)));
    const startedAt = momentOf({ day: slotDay, time }, this.deps.timeZone);
    const endedAt = new Date(Date.parse(startedAt) + minutes * 60_000).toISOString();
    const notes = {
      agenda: [],
      startedAt,
      pausedAt: null,
      pausedSeconds: 0,
      endedAt,
      word,
      summary,
    };
    const lesson = {
      id: slotLessonId(studentId, slotDay),
      studentId,
      teacherId,
      slotDay,
      day: slotDay,
      time,
      minutes,
      state,
      notes: state === 'held' ? notes : null,
    };
    const keeping = { baseVersion: 0, lesson, by: teacherId, at: new Date(endedAt) };
    await this.deps.stores.lessons.put(keeping, this.tx);
  }

  private async seedRequests(): Promise<void> {
    const { stores, clock } = this.deps;
    for (const { from, askedDaysAgo, wantedInDays, chords = '', ...request } of DEMO_REQUESTS) {
      const id = clock.newId();
      const wantedBy = daysAfter(this.now, wantedInDays);
      const askedAt = daysBefore(this.now, askedDaysAgo).toISOString();
      const song = request.status === 'accepted' ? this.songIds.get(request.title) : undefined;
      const asked = {
        ...request,
        id,
        studentId: this.idOf(from),
        wantedBy,
        askedAt,
        songId: song?.id ?? null,
        chords,
      };
      await stores.requests.add(asked, this.tx);
    }
  }

  private async seedPlans(): Promise<void> {
    const { stores, clock, timeZone } = this.deps;
    for (const person of DEMO_PEOPLE) {
      for (const learning of person.learns) {
        const song = this.songIds.get(learning.title);
        if (!song) continue;
        const studentId = this.idOf(person.signInName);
        const planId = clock.newId();
        const student = toStudent({ ...NEW_PROFILE, ...person.profile }, shownBy([]));
        const wantedOn = daysAfter(this.now, learning.wantedInDays);
        await stores.plans.put(
          {
            id: planId,
            studentId,
            songId: song.id,
            revision: 1,
            assignedBy: this.teacherId,
            assignedAt: daysBefore(this.now, learning.weeks * 7),
            teaching: { ...USUAL_TEACHING, ...learning.teaching, wantedOn },
            figures: { student, constants: {} },
          },
          this.tx,
        );
        const tries = simulateHistory(song.document, {
          ...learning,
          student,
          until: this.now,
          newId: clock.newId,
          timeZone,
        });
        const said = (learning.says ?? []).map((one) => this.toEvent(one));
        const marked = tries.map((one) => ({ ...one, kind: 'try' as const, revision: 1 }));
        const heard = this.heardInLessons(marked, person.signInName);
        await stores.events.add(
          [...heard, ...said].map((event) => ({
            event,
            planId,
            receivedAt: new Date(event.at),
            sentAt: null,
            loggedBy: event.source === 'self' ? studentId : this.teacherId,
          })),
          this.tx,
        );
        if (DEMO_EVENING.plays.includes(`${person.signInName}: ${learning.title}`))
          this.evening.push(planId);
      }
    }
    const day = daysAfter(this.now, DEMO_EVENING.inDays);
    const programme = { title: DEMO_EVENING.title, day, planIds: this.evening };
    const keeping = { baseVersion: 0, value: programme, by: this.teacherId, at: this.now };
    await stores.evenings.put(NEXT_EVENING, keeping, this.tx);
  }
}

/** Fills an empty database with the demo world, whole or not at all; leaves any other untouched. */
export async function seedDemoWorld(deps: DemoDeps): Promise<void> {
  if (await deps.stores.studio.find()) return;
  if ((await deps.stores.people.count()) > 0) return;
  await deps.sequelize.transaction((tx) => new Seeder(deps, tx).seed());
}

function daysBefore(now: Date, days: number): Date {
  return new Date(now.getTime() - days * DAY_MS);
}

/** The day so many days after a moment; a day in the future is the same in every time zone, near enough. */
function daysAfter(now: Date, days: number | null): Day | null {
  return days === null ? null : dayAt(daysBefore(now, -days).toISOString(), 'UTC');
}
