import { computed, inject, Injectable, signal } from '@angular/core';
import type { Evening, EveningPlay, Programme } from '@harvu/contract';
import { parseDay } from '@harvu/core/day';
import { bestOrder, orderCost, stageChange, type StageChange } from '@harvu/core/evening';
import { defer, tap } from 'rxjs';
import { Task } from '../../platform/task';
import { EveningApi } from './evening.api';

/** An item of the programme with what is done before it. */
export interface ProgrammeItem extends EveningPlay {
  readonly id: string;
  readonly player: string;
  /** What is done since the item before; null for the first. */
  readonly change: StageChange | null;
}

/** The programme of the next evening: who plays what, in which order, and what is done between. */
@Injectable()
export class EveningState {
  private readonly api = inject(EveningApi);
  private readonly task = new Task();
  private readonly found = signal<Evening | null>(null);
  private readonly made = signal<Programme | null>(null);

  readonly problem = this.task.problem;
  readonly evening = this.found.asReadonly();
  /** Without songs that were taken back since: nobody could take them off, and none could be saved with them. */
  readonly programme = computed((): Programme | undefined => {
    const programme = this.made() ?? this.found()?.programme;
    if (!programme) return undefined;
    const known = new Set((this.found()?.plays ?? []).map(({ planId }) => planId));
    return { ...programme, planIds: programme.planIds.filter((id) => known.has(id)) };
  });
  private readonly playing = computed(() => {
    const plays = new Map((this.found()?.plays ?? []).map((one) => [one.planId, one]));
    return (this.programme()?.planIds ?? []).flatMap((id) => {
      const play = plays.get(id);
      return play ? [toItem(play)] : [];
    });
  });
  readonly items = computed((): readonly ProgrammeItem[] => {
    const all = this.playing();
    return all.map((item, at) => {
      const before = all[at - 1];
      return { ...item, change: before ? stageChange(before, item) : null };
    });
  });
  /** Songs in work that are not on the programme. */
  readonly others = computed(() => {
    const on = new Set(this.programme()?.planIds);
    return (this.found()?.plays ?? []).filter(({ planId }) => !on.has(planId));
  });
  readonly cost = computed(() => orderCost(this.playing()));
  readonly best = computed(() => bestOrder(this.playing()));
  readonly bestCost = computed(() => orderCost(this.best()));
  readonly seconds = computed(
    () => this.cost().seconds + this.playing().reduce((sum, { lasts }) => sum + lasts, 0),
  );

  load(): void {
    this.task.run(this.api.find().pipe(tap((evening) => this.found.set(evening))));
  }

  add(planId: string): void {
    this.change(({ planIds }) => ({ planIds: [...planIds, planId] }));
  }

  drop(planId: string): void {
    this.change(({ planIds }) => ({ planIds: planIds.filter((one) => one !== planId) }));
  }

  move(from: number, to: number): void {
    this.change(({ planIds }) => {
      const [one] = planIds.slice(from, from + 1);
      if (one === undefined || to < 0 || to >= planIds.length) return {};
      const rest = planIds.filter((_, at) => at !== from);
      return { planIds: [...rest.slice(0, to), one, ...rest.slice(to)] };
    });
  }

  /** Takes the order that asks for least between its items. */
  takeBest(): void {
    const planIds = this.best().map(({ planId }) => planId);
    this.change(() => ({ planIds }));
  }

  call(title: string): void {
    this.change(() => ({ title }));
  }

  setDay(value: string): void {
    this.change(() => ({ day: parseDay(value) ?? null }));
  }

  private change(how: (now: Programme) => Partial<Programme>): void {
    const now = this.programme();
    if (!now) return;
    const programme = { ...now, ...how(now) };
    this.made.set(programme);
    // One after the other, each from what the one before was answered with.
    const save = defer(() => this.api.save({ baseVersion: this.found()?.version ?? 0, programme }));
    this.task.run(save.pipe(tap((evening) => this.found.set(evening))));
  }
}

function toItem(play: EveningPlay): Omit<ProgrammeItem, 'change'> {
  return { ...play, id: play.planId, player: play.studentName };
}
